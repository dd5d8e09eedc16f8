import { defineRule } from '../../model/rule.js';
import { bad, good } from '../examples.js';

export default defineRule({
  id: 'idiom/forced-style',
  title: 'No style is forced',
  about: 'What is marked important can only be overruled by something marked so too, and soon everything is: CSS Cascade Level 4, section 6.3.',
  advice: 'Make the selector as strong as it needs to be, or use a layer.',
  tags: ['readability'],
  confidence: 'certain',
  options: {},
  find: { languages: { css: { by: 'query', query: '(important) @finding', message: 'this style is forced' } } },
  examples: [
    good('css', 'a { color: red; }\n'),
    bad('css', 'a { color: red !important; }\n', '1:16'),
  ],
});
