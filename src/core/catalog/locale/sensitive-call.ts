import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'locale/sensitive-call',
  title: 'Calls that depend on a language say which one',
  about: 'Without a locale these calls use that of the machine. In Turkish, for example, a lower-case I has no dot, and a '
    + 'report differs from server to server.',
  advice: "Pass the locale: the user's, or a fixed one if machines read the result.",
  tags: ['translation', 'portability', 'correctness'],
  confidence: 'likely',
  options: {},
  find: { languages: {} },
});
