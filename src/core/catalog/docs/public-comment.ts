import { defineRule } from '../../finders/rule.js';

export default defineRule({
  id: 'docs/public-comment',
  title: 'Everything public is documented',
  about: 'Nobody should have to read a function before calling it.',
  advice: 'Add a comment that says what it does, what it takes and what it returns.',
  tags: ['documentation'],
  confidence: 'certain',
  options: {},
  find: { languages: {} },
});
