import { C_LIKE, type LanguageDefinition } from '../definition.js';
import { isDeclared } from '../../facts/facts.js';
import { surenessInMost } from '../../facts/how-sure.js';
import { isOfCrate } from './crates.js';
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
  family: ownFamily('rust', {
    sureness: (declared, file, project) =>
      (isOfCrate(project, file) && !isDeclared(declared, 'hidden') ? 'possible' : surenessInMost(declared, file, project)),
  }),
  grammar: { id: 'rust', compiled: ['tree-sitter-rust', 'tree-sitter-rust.wasm'], syntax: RUST_SYNTAX, facts: collectRust },
  rules: RUST_RULES,
};
