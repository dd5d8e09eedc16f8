import { includesIn, placesOfInclude } from './includes.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { NameConventions } from '../../base/language.js';
import { C_LIKE, type GrammarDefinition, type LanguageDefinition } from '../definition.js';
import { C_FAMILY } from '../families.js';
import { bindCpp } from './bindings.js';
import { collectC } from './facts.js';
import { isMacroCall } from '../macro-call.js';
import { CPP_MISREADINGS } from './misreadings.js';
import { cppValues } from './values.js';
import { CPP_RULES } from './rules.js';

/** A name in capitals where a declaration or a statement begins: a macro, from a header, that may stand for anything. */
const LIKE_MACRO = /(?:^|[;{}\n])[ \t]*[A-Z][A-Z\d_]{2,}[ \t]*(?:\(|\r?$|[A-Za-z])/m;

/** A declaration of a pointer, a cast, and arguments of a template look like sums and comparisons. */
function isDoubtful({ type, parentType, first }: SyntaxNode, operator: string, hasBlank: boolean): boolean {
  if (type !== 'binary_expression') return false;
  return parentType === 'expression_statement'
    || (first?.type === 'parenthesized_expression' && /^[*&+-]$/.test(operator)) || (/^[<>]$/.test(operator) && !hasBlank);
}

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
    // Only the compiler knows what the preprocessor makes of a file.
    isDialect: (text) => /^[ \t]*#[ \t]*(?:if|define)\b/m.test(text) || LIKE_MACRO.test(text),
    isDoubtfulOperator: isDoubtful,
    showsBlanks: isMacroCall,
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
  traits: ['preprocessor'],
  nameConventions: C_NAMES,
  family: C_FAMILY,
  grammar: CPP_GRAMMAR,
  rules: CPP_RULES,
};
