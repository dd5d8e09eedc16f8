import { bareLine } from '../code-lines.js';
import { C_LIKE, type LanguageDefinition } from '../definition.js';
import { JAVA_FAMILY } from '../families.js';
import { collectKotlin } from './facts.js';
import { KOTLIN_RULES } from './rules.js';
import { KOTLIN_SYNTAX } from './syntax.js';

export const KOTLIN: LanguageDefinition = {
  id: 'kotlin',
  endings: '.kt .kts',
  comments: C_LIKE,
  traits: ['one-line-texts'],
  looksLikeCode: bareLine,
  // Kotlin documentation, "Coding conventions".
  nameConventions: { variable: ['camel'], constant: ['upper'], function: ['camel', 'pascal'], type: ['pascal'] },
  family: JAVA_FAMILY,
  grammar: {
    id: 'kotlin',
    compiled: ['@tree-sitter-grammars/tree-sitter-kotlin', 'tree-sitter-kotlin.wasm'],
    syntax: KOTLIN_SYNTAX,
    facts: collectKotlin,
  },
  rules: KOTLIN_RULES,
};
