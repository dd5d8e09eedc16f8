import { HASH, type LanguageDescription } from '../description.js';

export const RUBY = {
  id: 'ruby',
  endings: '.rb .rake .gemspec',
  fileNames: 'Gemfile Rakefile',
  comments: HASH,
  // As in the documentation and the standard library of Ruby.
  nameConventions: { variable: ['snake'], constant: ['upper', 'pascal'], function: ['snake'], type: ['pascal'] },
  family: 'ruby',
  grammar: 'ruby',
  compiled: ['tree-sitter-ruby', 'tree-sitter-ruby.wasm'],
} as const satisfies LanguageDescription;
