import { DATA_SYNTAX, NO_COMMENTS, type LanguageDefinition } from '../definition.js';
import { JSON_DATA_RULES } from './rules.js';

export const JSON_DATA: LanguageDefinition = {
  id: 'json',
  endings: '.json',
  comments: NO_COMMENTS,
  nameConventions: null,
  family: null,
  grammar: { id: 'json', compiled: ['tree-sitter-json', 'tree-sitter-json.wasm'], syntax: DATA_SYNTAX, facts: null },
  rules: JSON_DATA_RULES,
};
