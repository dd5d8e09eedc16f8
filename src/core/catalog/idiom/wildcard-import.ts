import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'idiom/wildcard-import',
  title: 'Imports name what they take',
  about: 'After a wildcard import nobody can see where a name comes from, and a new name in the library can replace an existing one.',
  advice: 'Name what the file uses.',
  tags: ['readability'],
  confidence: 'certain',
  options: {},
  find: {
    languages: {
      python: { by: 'query', query: '(import_from_statement module_name: (_) @module (wildcard_import) @finding)', message: 'everything in {module} is imported' },
      java: { by: 'query', query: '(import_declaration (_) @module (asterisk) @finding)', message: 'everything in {module} is imported' },
    },
  },
  examples: [
    good('python', 'from tide import low\nimport quay\n'),
    bad('python', 'from tide import *\n', '1:18-19 everything in tide is imported'),
    good('java', 'import harbour.Quay;\n'),
    bad('java', 'import harbour.*;\n', '1:16-17 everything in harbour is imported'),
  ],
});
