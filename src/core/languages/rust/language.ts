import { C_LIKE, type LanguageDefinition } from '../definition.js';
import { ownFamily } from '../families.js';
import { collectRust } from './facts.js';
import { RUST_RULES } from './rules.js';
import { RUST_SYNTAX } from './syntax.js';

export const RUST: LanguageDefinition = {
  id: 'rust',
  endings: '.rs',
  comments: C_LIKE,
  // Rust API Guidelines, "Naming".
  nameConventions: { variable: ['snake'], constant: ['upper'], function: ['snake'], type: ['pascal'] },
  family: ownFamily('rust'),
  grammar: { id: 'rust', compiled: ['tree-sitter-rust', 'tree-sitter-rust.wasm'], syntax: RUST_SYNTAX, facts: collectRust },
  rules: RUST_RULES,
};
