import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/mutable-default',
  title: 'Default values are not shared between calls',
  about: 'Python creates a default once, when the function is defined. What one call puts into it is still there in the next: '
    + 'Python language reference, section 8.7.',
  advice: 'Use None as the default, and create the list or dictionary inside the function.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: { languages: { python: eachNode(['default_parameter', 'typed_default_parameter'], judge) } },
  examples: [
    good('python', 'def moor(berths=None, tides=(), low=frozenset()):\n    pass\n'),
    bad('python', 'def moor(berths=[], tides={}, low=set()):\n    pass\n', [
      '1:17-19 this default is created once and shared by all calls',
      '1:27-29 this default is created once and shared by all calls',
      '1:35-40 this default is created once and shared by all calls',
    ]),
  ],
});

const MUTABLE = /^(?:list|dictionary|set|list_comprehension|dictionary_comprehension|set_comprehension)$/;

function judge(parameter: SyntaxNode): Hit | null {
  const value = parameter.child('value');
  if (value === null || parameter.parent?.type === 'lambda_parameters') return null;
  const isMade = value.type === 'call'
    && /^(?:list|dict|set|bytearray|(?:collections\.)?(?:defaultdict|OrderedDict|Counter|deque))$/.test(
      value.child('function')?.text ?? '',
    );
  return MUTABLE.test(value.type) || isMade ? hitAt(value, 'this default is created once and shared by all calls') : null;
}
