import { DATA_SYNTAX, NO_COMMENTS, type LanguageDefinition } from '../definition.js';
import { JSON_DATA_RULES } from './rules.js';

/** Files of JSON in which their programs allow comments and commas at the end of a list. */
const WITH_COMMENTS = /(?:^|\/)(?:[tj]sconfig[\w.-]*|devcontainer|\.vscode\/[\w-]+)\.json$|\.(?:jsonc|code-workspace)$/;

export const JSON_DATA: LanguageDefinition = {
  id: 'json',
  endings: '.json',
  comments: NO_COMMENTS,
  traits: ['long-lines'],
  looksLikeCode: null,
  nameConventions: null,
  family: null,
  grammar: {
    id: 'json',
    compiled: ['tree-sitter-json', 'tree-sitter-json.wasm'],
    syntax: { ...DATA_SYNTAX, isDialect: (_, path) => WITH_COMMENTS.test(path) },
    facts: null,
  },
  rules: JSON_DATA_RULES,
};
