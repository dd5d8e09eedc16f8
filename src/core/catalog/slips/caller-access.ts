import { defineRule } from '../../model/rule.js';
import { bad, good } from '../examples.js';
import type { SyntaxFinder } from '../../model/rule.js';

const finder: SyntaxFinder<unknown> = {
  by: 'query',
  query: '((member_expression object: (identifier) @object property: (property_identifier) @property) @finding (#eq? @object "arguments") (#any-of? @property "callee" "caller"))',
  message: 'arguments.{property} is forbidden in strict code',
};

export default defineRule({
  id: 'slips/caller-access',
  title: 'A function does not look at its caller',
  about: 'arguments.callee and arguments.caller throw in strict code (ECMA-262, section 10.4.4.6), and keep engines from making calls fast.',
  advice: 'Give the function a name and call it by that; pass what is needed from the caller.',
  tags: ['correctness', 'performance'],
  confidence: 'certain',
  options: {},
  find: { languages: { javascript: finder } },
  examples: [
    good('javascript', 'function moor() { return arguments.length; }\n'),
    bad('javascript', 'function moor() { return arguments.callee; }\n', '1:26'),
  ],
});
