import { scriptLine } from '../code-lines.js';
import { HASH, type LanguageDefinition } from '../definition.js';
import { ownFamily } from '../families.js';
import { isDeclared } from '../../facts/facts.js';
import { surenessInMost } from '../../facts/how-sure.js';
import { collectRuby } from './facts.js';
import { RUBY_RULES } from './rules.js';
import { RUBY_SYNTAX } from './syntax.js';

export const RUBY: LanguageDefinition = {
  id: 'ruby',
  endings: '.rb .rake .gemspec',
  fileNames: 'Gemfile Rakefile',
  interpreters: 'ruby',
  comments: HASH,
  looksLikeCode: scriptLine,
  // As in the documentation and the standard library of Ruby.
  nameConventions: { variable: ['snake'], constant: ['upper', 'pascal'], function: ['snake'], type: ['pascal'] },
  family: ownFamily('ruby', {
    // Any text may be the name of a method.
    sureness: (declared, file, project) =>
      (declared.kind === 'method' && !isDeclared(declared, 'hidden') ? 'possible' : surenessInMost(declared, file, project)),
  }),
  grammar: { id: 'ruby', compiled: ['tree-sitter-ruby', 'tree-sitter-ruby.wasm'], syntax: RUBY_SYNTAX, facts: collectRuby },
  rules: RUBY_RULES,
};
