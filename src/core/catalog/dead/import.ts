import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'dead/import',
  title: 'Every import is used',
  about: 'An unused import suggests a dependency that is not there, and may load code for nothing.',
  advice: 'Remove the name from the import. If the module is loaded for its side effects, import it without names.',
  tags: ['leftover', 'starter'],
  confidence: 'likely',
  repairs: 'offered',
  options: {},
  find: { languages: {} },
});
