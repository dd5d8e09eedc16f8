import { defineRule } from '../../finders/rule.js';
import { freeNames } from '../../finders/options.js';
import { MOVE_OPTIONS } from '../../finders/text-move.js';

export default defineRule({
  id: 'locale/literal-text',
  title: 'Text for people comes from translations',
  about: 'Text in the code can be shown in one language only, and translators do not find it.',
  advice:
    'Move the text into the translations, and use its key here. With the options bundle and call, elvar fix --offered does that.',
  tags: ['translation'],
  confidence: 'likely',
  repairs: 'offered',
  options: { free: freeNames(), ...MOVE_OPTIONS },
  find: { languages: {} },
});
