import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'safety/shell-text',
  title: 'No shell commands built from values',
  about: 'A value that contains a semicolon or a quotation mark ends the intended command and starts another: CWE-78 (MITRE), '
    + '"OS Command Injection".',
  advice: 'Call the program directly and pass its arguments as a list.',
  tags: ['security', 'starter'],
  confidence: 'likely',
  options: {},
  find: { languages: {} },
});
