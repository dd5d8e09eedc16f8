import { C_LIKE, type LanguageDescription } from '../description.js';

export const CSHARP = {
  id: 'csharp',
  endings: '.cs .csx',
  comments: C_LIKE,
  // Framework Design Guidelines, "Naming Guidelines".
  nameConventions: { variable: ['camel'], constant: ['pascal', 'upper'], function: ['pascal'], type: ['pascal'] },
  family: 'csharp',
  grammar: 'csharp',
  compiled: ['tree-sitter-c-sharp', 'tree-sitter-c_sharp.wasm'],
} as const satisfies LanguageDescription;
