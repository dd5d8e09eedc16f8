import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { passedParameters } from '../../syntax/functions.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/equals-without-hash',
  title: 'Classes that define equality also define the hash',
  about: 'Equal objects must have equal hashes, or sets and maps lose them: java.lang.Object, hashCode.',
  advice: 'Write the other method too, based on the same fields.',
  tags: ['correctness', 'starter'],
  confidence: 'certain',
  options: {},
  find: { languages: { java: eachNode(['class_body'], judge) } },
  examples: [
    good('java', 'class Quay { public boolean equals(Object o) { return true; } public int hashCode() { return 1; } }\n'),
    bad(
      'java', 'record Quay(int tide) { public boolean equals(Object o) { return true; } }\n', '1:40-46 equals without hashCode',
    ),
    bad(
      'java',
      'class Quay { public boolean equals(Object o) { return true; } }\nclass Pier { public int hashCode() { return 1; } }\n',
      ['1:29 equals without hashCode', '2:25 hashCode without equals'],
    ),
  ],
});

function judge(body: SyntaxNode): Hit | null {
  // A class with a base class may inherit the other method.
  if (!/^(?:class|record)_declaration$/.test(body.parentType ?? '') || body.parent?.child('superclass') !== null) return null;
  const methods = body.parts.filter(({ type }) => type === 'method_declaration');
  const named = (name: string, count: number): SyntaxNode | null => methods.find((method) => {
    const list = method.child('parameters');
    return method.child('name')?.text === name && list !== null && passedParameters(list).length === count
      && (count === 0 || /^\(\s*(?:final\s+)?(?:@\w+\s+)?(?:java\.lang\.)?Object\b/.test(list.text));
  })?.child('name') ?? null;
  const [equals, hash] = [named('equals', 1), named('hashCode', 0)];
  if ((equals === null) === (hash === null)) return null;
  return equals === null ? hitAt(hash as SyntaxNode, 'hashCode without equals') : hitAt(equals, 'equals without hashCode');
}
