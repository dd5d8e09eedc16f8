import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { freeNames } from '../../finders/options.js';
import { shadowedNames } from '../../finders/shadowed-names.js';

export default defineRule({
  id: 'slips/shadowed-name',
  title: 'No name hides an outer one',
  about: 'An inner name that hides an outer one invites changes to the wrong variable.',
  advice: 'Give the inner one a name of its own.',
  tags: ['readability'],
  confidence: 'likely',
  options: { free: freeNames(['_', 'err', 'error', 'resolve', 'reject', 'done', 'cb']) },
  find: shared(shadowedNames()),
});
