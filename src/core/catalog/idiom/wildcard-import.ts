import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'idiom/wildcard-import',
  title: 'Imports name what they take',
  about:
    'After a wildcard import nobody can see where a name comes from, and a new name in the library can replace an existing one.',
  advice: 'Name what the file uses.',
  tags: ['readability'],
  confidence: 'certain',
  options: {},
  find: { languages: {} },
});
