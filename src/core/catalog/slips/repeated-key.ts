import { defineRule } from '../../finders/rule.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { eachHolder, literalKey } from '../../finders/repeated-keys.js';
import { shared } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/repeated-key',
  title: 'Every key appears once',
  about: 'If a key appears twice, only the last value counts. RFC 8259, section 4, leaves open which one counts; YAML 1.2.2, '
    + 'section 3.2.1.1, forbids it.',
  advice: 'Delete the wrong entry, or correct its key.',
  tags: ['correctness', 'starter'],
  confidence: 'certain',
  options: {},
  find: shared(eachHolder(['hash'], (part) => symbolKey(part.type === 'pair' ? part.child('key') : null))),
});

/** Ruby's keys: `low:` and `:low` are one, and the text of that name is another. */
function symbolKey(node: SyntaxNode | null): { key: string; at: SyntaxNode } | null {
  if (node?.type === 'hash_key_symbol') return { key: `symbol ${node.text}`, at: node };
  return node?.type === 'simple_symbol' ? { key: `symbol ${node.text.slice(1)}`, at: node } : literalKey(node);
}
