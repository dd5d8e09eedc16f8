import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { freeNames } from '../../finders/options.js';
import { unusedClasses } from '../../finders/unused-classes.js';

export default defineRule({
  id: 'dead/class',
  title: 'Every class is used',
  about: 'A class that nothing in the project names still has to be read, tested and changed along with the rest.',
  advice: 'Delete it; the version history keeps it. If something finds it by its name, such as a framework, list the name in '
    + 'the option free.',
  tags: ['leftover'],
  confidence: 'certain',
  options: { free: freeNames() },
  find: shared(unusedClasses()),
});
