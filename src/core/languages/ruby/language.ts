import { HASH, type LanguageDefinition } from '../definition.js';
import { ownFamily } from '../families.js';
import { collectRuby } from './facts.js';
import { RUBY_RULES } from './rules.js';
import { RUBY_SYNTAX } from './syntax.js';

export const RUBY: LanguageDefinition = {
  id: 'ruby',
  endings: '.rb .rake .gemspec',
  fileNames: 'Gemfile Rakefile',
  interpreters: 'ruby',
  comments: HASH,
  // As in the documentation and the standard library of Ruby.
  nameConventions: { variable: ['snake'], constant: ['upper', 'pascal'], function: ['snake'], type: ['pascal'] },
  family: ownFamily('ruby'),
  grammar: { id: 'ruby', compiled: ['tree-sitter-ruby', 'tree-sitter-ruby.wasm'], syntax: RUBY_SYNTAX, facts: collectRuby },
  rules: RUBY_RULES,
};
