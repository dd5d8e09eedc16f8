import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'imports/sorted',
  title: 'Imports are sorted',
  about: 'In a sorted list an import is found at once, and two branches that each add one rarely conflict.',
  advice: 'Sort the imports of each block: packages first, then parent folders, then neighbours.',
  tags: ['layout', 'dependencies'],
  confidence: 'certain',
  repairs: 'offered',
  options: {},
  find: { languages: {} },
});
