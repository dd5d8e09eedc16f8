import { C_LIKE, type LanguageDescription } from '../description.js';

export const RUST = {
  id: 'rust',
  endings: '.rs',
  comments: C_LIKE,
  // Rust API Guidelines, "Naming".
  nameConventions: { variable: ['snake'], constant: ['upper'], function: ['snake'], type: ['pascal'] },
  family: 'rust',
  grammar: 'rust',
  compiled: ['tree-sitter-rust', 'tree-sitter-rust.wasm'],
} as const satisfies LanguageDescription;
