import { DATA_SYNTAX, MARKUP, type LanguageDefinition } from '../definition.js';
import { SCRIPT_FAMILY } from '../families.js';
import { HTML_RULES } from './rules.js';

export const HTML: LanguageDefinition = {
  id: 'html',
  endings: '.html .htm',
  comments: MARKUP,
  inside: ['javascript', 'css', 'json'],
  needsWhole: true,
  nameConventions: null,
  family: SCRIPT_FAMILY,
  grammar: { id: 'html', compiled: ['tree-sitter-html', 'tree-sitter-html.wasm'], syntax: DATA_SYNTAX, facts: null },
  rules: HTML_RULES,
};
