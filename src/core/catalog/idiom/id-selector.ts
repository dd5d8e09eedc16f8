import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';

export default defineRule({
  id: 'idiom/id-selector',
  title: 'Styles do not select by id',
  about: 'An id outweighs any number of classes (Selectors Level 4, section 17), and can be used only once on a page.',
  advice: 'Select by a class.',
  tags: ['readability'],
  confidence: 'certain',
  options: {},
  find: {
    languages: { css: { by: 'query', query: '(id_selector (id_name) @name) @finding', message: '#{name} selects by id' } },
  },
  examples: [
    good('css', '.quay { color: #fff; }\n'),
    bad('css', '#quay { top: 0; }\n', '1:1-6 #quay selects by id'),
  ],
});
