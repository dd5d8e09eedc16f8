import { defineRule } from '../../finders/rule.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt } from '../../finders/hits.js';

const RAISE = new Set(['raise_statement']);

export default defineRule({
  id: 'slips/bare-except',
  title: 'Exception handlers say what they handle',
  about: 'A bare except catches everything, including the request to end the program: Python language reference, section 8.4.',
  advice: 'Name the exceptions you expect, or Exception if it has to be any of them.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      python: byTree(({ tree }) => tree.ofType('except_clause').flatMap((clause) => {
        const word = clause.first;
        const body = clause.childOfType('block');
        // A handler that rethrows the error only observes it.
        const isBare = clause.parts[0] === body && body !== null && !body.contains(RAISE);
        return isBare && word !== null ? [hitAt(word, 'this catches everything, even the request to end the program')] : [];
      })),
    },
  },
  examples: [
    good('python', 'try:\n    sail()\nexcept (Full, Low) as error:\n    log(error)\n'),
    good('python', 'try:\n    sail()\nexcept:\n    log()\n    raise\n'),
    bad('python', 'try:\n    sail()\nexcept:\n    log()\n', '3:1-7 this catches everything, even the request to end the program'),
  ],
});
