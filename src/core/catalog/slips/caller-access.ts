import { defineRule } from '../../model/rule.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt } from '../hits.js';

export default defineRule({
  id: 'slips/caller-access',
  title: 'A function does not look at its caller',
  about: 'arguments.callee and arguments.caller throw in strict code (ECMA-262, section 10.4.4.6), and keep engines from making calls fast.',
  advice: 'Give the function a name and call it by that; pass what is needed from the caller.',
  tags: ['correctness', 'performance'],
  confidence: 'certain',
  options: {},
  find: {
    languages: {
      // A query would match every member of every object.
      javascript: byTree(({ tree, text: { text } }) => (!text.includes('arguments') ? [] : tree.ofType('member_expression')
        .filter((node) => /^arguments\s*\.\s*(?:callee|caller)$/.test(node.text))
        .map((node) => hitAt(node, `${node.text} is forbidden in strict code`)))),
    },
  },
  examples: [
    good('javascript', 'function moor() { return arguments.length; }\n'),
    bad('javascript', 'function moor() { return arguments.callee; }\n', '1:26'),
  ],
});
