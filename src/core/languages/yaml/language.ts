import { DATA_SYNTAX, HASH, type LanguageDefinition } from '../definition.js';
import { YAML_RULES } from './rules.js';

export const YAML: LanguageDefinition = {
  id: 'yaml',
  endings: '.yaml .yml',
  comments: HASH,
  traits: ['long-lines', 'bare-values', 'named-values', 'address-keys', 'command-lines'],
  looksLikeCode: null,
  // YAML 1.2.2, section 8.1.1.2: a scalar that keeps its final line ends.
  keepsLineEnds: /[|>]\d?\+/,
  indentMatters: true,
  nameConventions: null,
  family: null,
  grammar: {
    id: 'yaml',
    compiled: ['@tree-sitter-grammars/tree-sitter-yaml', 'tree-sitter-yaml.wasm'],
    // The parser needs 650 bytes for each token. Of the usual sample, YAML sees nothing but an error.
    syntax: {
      ...DATA_SYNTAX, bareTexts: ['string_scalar'], mostTokens: 600_000, sample: 'a: [b, "é😀"]\n# c\nd:\n  - { e: 1 }\n',
    },
    facts: null,
  },
  rules: YAML_RULES,
};
