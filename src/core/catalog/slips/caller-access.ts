import { defineRule } from '../../finders/rule.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import { isFunctionBinding } from '../../syntax/bindings/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/caller-access',
  title: 'Functions do not inspect their caller',
  about: 'arguments.callee and arguments.caller throw in strict code (ECMA-262, section 10.4.4.6), and prevent engines from '
    + 'optimizing calls.',
  advice: 'Give the function a name and call it by that name. Pass what it needs from its caller as an argument.',
  tags: ['correctness', 'performance'],
  confidence: 'certain',
  options: {},
  find: {
    languages: {
      // A query would match every member of every object.
      javascript: byTree(({ tree, text: { text } }) => (!/\bcalle[er]\b|\.arguments\b/.test(text)
        ? []
        : tree.ofTypes(['member_expression', 'subscript_expression'])
          .filter(looksAtCaller)
          .map((node) => hitAt(node, `${node.text} throws in strict code`)))),
    },
  },
  examples: [
    good('javascript', 'function moor() { return arguments.length; }\n'),
    bad('javascript', 'function moor() { return arguments.callee; }\n', '1:26-42 arguments.callee throws in strict code'),
    good('javascript', 'function moor(call) { return call.arguments; }\n'),
    bad('javascript', 'function moor() { return moor.caller || arguments["callee"]; }\n', [
      '1:26 moor.caller throws in strict code', '1:41 arguments["callee"] throws in strict code',
    ]),
  ],
});

const OF_CALL = /^arguments\s*(?:\.\s*|\[\s*["'])(?:callee|caller)\b/;
const OF_FUNCTION = /^([\w$]+)\s*\.\s*(?:caller|arguments)$/;

/** Whether code asks a call, or one of the file's functions, who called it and with what. */
function looksAtCaller(node: SyntaxNode): boolean {
  const { text, tree } = node;
  if (OF_CALL.test(text)) return true;
  const name = OF_FUNCTION.exec(text)?.[1];
  const binding = name === undefined ? null : bindingsOf(tree).scopeAt(node).lookUp(name);
  return binding !== null && isFunctionBinding(binding);
}
