import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'slips/unclosed-resource',
  title: 'Everything that is opened is closed',
  about: 'An open file or connection takes up resources until the program ends, and what was written may never reach the disk.',
  advice: 'Open it in a with statement, or in the head of a try, which closes it in any case.',
  tags: ['correctness', 'performance'],
  confidence: 'likely',
  options: {},
  find: { languages: {} },
});
