import { bindScript } from './bindings.js';
import { C_LIKE_WITH_ELEMENTS, type GrammarDefinition, type LanguageDefinition } from '../definition.js';
import { SCRIPT_FAMILY } from '../families.js';
import type { NameConventions } from '../../base/language.js';
import type { LanguageSyntax } from '../../syntax/language-syntax.js';
import { earlyErrorsInScript } from './early-errors.js';
import { collectScript } from './facts.js';
import { scriptImports } from './imports.js';
import { SCRIPT_MISREADINGS } from './misreadings.js';
import { scriptValues } from './values.js';
import { JAVASCRIPT_RULES } from './rules.js';

/** What every global function belongs to. */
const GLOBAL_OBJECT = /^(?:window|globalThis|self|global)\.(?=\w)/;

/** The syntax that JavaScript and TypeScript share. */
export const SCRIPT_SYNTAX: LanguageSyntax = {
  translation: null,
  misreadings: SCRIPT_MISREADINGS,
  bind: bindScript,
  values: scriptValues,
  imports: scriptImports,
  leaving: { callee: /^process\.(?:exit|abort)$/, names: ['exit', 'abort'] },
  earlyErrors: earlyErrorsInScript,
  knowsUndeclared: true,
  plainCallee: (written) => written.replace(/\?\./g, '.').replace(GLOBAL_OBJECT, ''),
};

/** How names are usually written in both. */
export const SCRIPT_NAMES: NameConventions = {
  variable: ['camel', 'pascal'], constant: ['camel', 'pascal', 'upper'], function: ['camel', 'pascal'], type: ['pascal'],
};

/** Types in JavaScript: besides the errors, the grammar reads some of them silently as comparisons. */
const HAS_TYPES =
  // elvar waive text/line-width because a pattern is one literal
  /^[ \t]*(?:import|export)\s+type\s+[\w{]|[\w)][ \t]*:[ \t]*\??(?:[A-Z]\w{0,99}(?:<[^;{}]{0,200}>)?|string|number|boolean|void|any)\s{0,9}[,)={]/m;

const GRAMMAR: GrammarDefinition = {
  id: 'javascript',
  compiled: ['tree-sitter-javascript', 'tree-sitter-javascript.wasm'],
  syntax: { ...SCRIPT_SYNTAX, isOfOther: HAS_TYPES },
  facts: collectScript,
};

export const JAVASCRIPT: LanguageDefinition = {
  id: 'javascript',
  endings: '.js .mjs .cjs .jsx',
  interpreters: 'node nodejs bun',
  otherNames: 'node',
  comments: C_LIKE_WITH_ELEMENTS,
  nameConventions: SCRIPT_NAMES,
  family: SCRIPT_FAMILY,
  grammar: GRAMMAR,
  rules: JAVASCRIPT_RULES,
};
