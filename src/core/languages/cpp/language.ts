import { includesIn, placesOfInclude } from './includes.js';
import type { NameConventions } from '../../base/language.js';
import { C_LIKE, type GrammarDefinition, type LanguageDefinition } from '../definition.js';
import { C_FAMILY } from '../families.js';
import { bindCpp } from './bindings.js';
import { collectC } from './facts.js';
import { CPP_MISREADINGS } from './misreadings.js';
import { cppValues } from './values.js';
import { CPP_RULES } from './rules.js';

/** The grammar of C++, which reads C too. */
export const CPP_GRAMMAR: GrammarDefinition = {
  id: 'cpp',
  compiled: ['tree-sitter-cpp', 'tree-sitter-cpp.wasm'],
  syntax: {
    translation: null,
    misreadings: CPP_MISREADINGS,
    bind: bindCpp,
    values: cppValues,
    imports: includesIn,
    placesOf: placesOfInclude,
    leaving: {
      callee: /^(?:std::|::)?(?:exit|_Exit|quick_exit|abort|terminate)$/,
      names: ['exit', '_Exit', 'quick_exit', 'abort', 'terminate'],
    },
  },
  facts: collectC,
};

/** How names are usually written in C and C++. */
export const C_NAMES: NameConventions = {
  variable: ['snake', 'camel'],
  constant: ['upper', 'camel', 'pascal', 'snake'],
  function: ['snake', 'camel', 'pascal'],
  type: ['pascal', 'snake'],
};

export const CPP: LanguageDefinition = {
  id: 'cpp',
  endings: '.cc .cpp .cxx .hh .hpp .hxx',
  otherNames: 'c++',
  comments: C_LIKE,
  nameConventions: C_NAMES,
  family: C_FAMILY,
  grammar: CPP_GRAMMAR,
  rules: CPP_RULES,
};
