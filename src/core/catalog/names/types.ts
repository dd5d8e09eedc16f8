import { defineRule } from '../../finders/rule.js';
import { misshapen, NAME_OPTIONS } from '../../finders/name-forms.js';

export default defineRule({
  id: 'names/types',
  title: 'Classes and types follow one naming style',
  about: 'A name in the usual style shows at a glance what kind of thing it is.',
  advice: 'Rename it in the agreed style, wherever it is used.',
  tags: ['naming', 'readability'],
  confidence: 'likely',
  options: NAME_OPTIONS,
  find: misshapen('type'),
});
