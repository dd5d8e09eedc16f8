import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { fallThroughs } from '../../finders/fall-throughs.js';

export default defineRule({
  id: 'slips/fall-through',
  title: 'Every case ends explicitly',
  about: 'Without a break, the next case runs as well. Usually the break was forgotten.',
  advice: 'End the case with a break or a return. If it is meant to continue, say so in a comment: falls through.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: shared(fallThroughs()),
});
