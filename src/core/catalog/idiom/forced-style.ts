import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'idiom/forced-style',
  title: 'No style overrides all others by force',
  about: 'A style marked as important can only be overridden by another one marked as important, and soon most of them are: '
    + 'CSS Cascade Level 4, section 6.3.',
  advice: 'Make the selector specific enough, or use a cascade layer.',
  tags: ['readability'],
  confidence: 'certain',
  options: {},
  find: {
    languages: { css: { by: 'query', query: '(important) @finding', message: 'this style overrides all others by force' } },
  },
  examples: [
    good('css', 'a { color: red; }\n'),
    bad('css', 'a { color: red !important; }\n', '1:16-26 this style overrides all others by force'),
  ],
});
