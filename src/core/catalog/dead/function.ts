import { defineRule } from '../../finders/rule.js';
import { byProject, shared } from '../../finders/hits.js';
import { freeNames, type FreeNames } from '../../finders/options.js';
import { unnamedFunctions } from '../../finders/unused-functions.js';

export default defineRule({
  id: 'dead/function',
  title: 'Every function is used',
  about: 'A function that nobody uses still has to be read, tested and changed along with the rest.',
  advice: 'Delete it; the version history keeps it. If something calls it by its name, such as a framework, list the name in '
    + 'the option free.',
  tags: ['leftover'],
  confidence: 'certain',
  options: { free: freeNames() },
  find: shared(byProject<FreeNames>(unnamedFunctions)),
});
