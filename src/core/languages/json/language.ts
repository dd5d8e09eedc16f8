import { DATA_SYNTAX, NO_COMMENTS, type LanguageDefinition } from '../definition.js';

export const JSON_DATA: LanguageDefinition = {
  id: 'json',
  endings: '.json',
  comments: NO_COMMENTS,
  nameConventions: null,
  family: null,
  grammar: { id: 'json', compiled: ['tree-sitter-json', 'tree-sitter-json.wasm'], syntax: DATA_SYNTAX, facts: null },
  rules: null,
};
