import { defineRule } from '../../finders/rule.js';
import { choice } from '../../finders/options.js';

export default defineRule({
  id: 'idiom/last-comma',
  title: 'Lists over several lines end consistently',
  about: 'Without a comma after the last of several lines, adding one more changes two lines, and moving lines around leaves '
    + 'a comma too many or too few.',
  advice: 'Put a comma after the last item if the closing bracket has a line of its own, and none otherwise; or never put one.',
  tags: ['layout'],
  confidence: 'certain',
  repairs: 'safe',
  options: { style: choice(['in-columns', 'none'], 'in-columns', 'whether a comma follows the last item: if the closing '
    + 'bracket has a line of its own, or never') },
  find: { languages: {} },
});
