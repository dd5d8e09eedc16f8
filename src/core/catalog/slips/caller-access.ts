import { defineRule } from '../../model/rule.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt } from '../hits.js';

export default defineRule({
  id: 'slips/caller-access',
  title: 'Functions do not inspect their caller',
  about: 'arguments.callee and arguments.caller throw in strict code (ECMA-262, section 10.4.4.6), and prevent engines from optimizing calls.',
  advice: 'Give the function a name and call it by that name. Pass what it needs from its caller as an argument.',
  tags: ['correctness', 'performance'],
  confidence: 'certain',
  options: {},
  find: {
    languages: {
      // A query would match every member of every object.
      javascript: byTree(({ tree, text: { text } }) => (!text.includes('arguments') ? [] : tree.ofType('member_expression')
        .filter((node) => /^arguments\s*\.\s*(?:callee|caller)$/.test(node.text))
        .map((node) => hitAt(node, `${node.text} throws in strict code`)))),
    },
  },
  examples: [
    good('javascript', 'function moor() { return arguments.length; }\n'),
    bad('javascript', 'function moor() { return arguments.callee; }\n', '1:26'),
  ],
});
