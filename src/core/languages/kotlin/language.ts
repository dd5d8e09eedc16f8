import { C_LIKE, type LanguageDescription } from '../description.js';

export const KOTLIN = {
  id: 'kotlin',
  endings: '.kt .kts',
  comments: C_LIKE,
  // Kotlin documentation, "Coding conventions".
  nameConventions: { variable: ['camel'], constant: ['upper'], function: ['camel', 'pascal'], type: ['pascal'] },
  family: 'java',
  grammar: 'kotlin',
  compiled: ['@tree-sitter-grammars/tree-sitter-kotlin', 'tree-sitter-kotlin.wasm'],
} as const satisfies LanguageDescription;
