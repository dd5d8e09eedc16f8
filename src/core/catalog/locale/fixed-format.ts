import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'locale/fixed-format',
  title: "Dates and numbers follow the reader's language",
  about: '03/04 is in March for some readers and in April for others.',
  advice: "Format values with the reader's language. For machines, use ISO 8601: year, month, day.",
  tags: ['translation'],
  confidence: 'likely',
  options: {},
  find: { languages: {} },
});
