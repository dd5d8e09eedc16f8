import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'safety/dynamic-code',
  title: 'No text is run as code',
  about: 'Whoever can change the text can run any code: CWE-95 (MITRE), "Eval Injection".',
  advice: 'Look values up in a table, parse data with a parser, and pass functions instead of source text.',
  tags: ['security', 'starter'],
  confidence: 'likely',
  options: {},
  find: { languages: {} },
});
