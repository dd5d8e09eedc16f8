import { defineRule } from '../../finders/rule.js';
import type { Hit, TreeFinder } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, inLanguages, NO_HITS } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/repeated-key',
  title: 'Every key appears once',
  about: 'If a key appears twice, only the last value counts. RFC 8259, section 4, leaves open which one counts; YAML 1.2.2, section 3.2.1.1, forbids it.',
  advice: 'Delete the wrong entry, or correct its key.',
  tags: ['correctness', 'starter'],
  confidence: 'certain',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript', eachHolder(['object', 'class_body', 'jsx_opening_element', 'jsx_self_closing_element'], scriptKey)),
      python: eachHolder(['dictionary'], (part) => literalKey(part.type === 'pair' ? part.child('key') : null)),
      php: eachHolder(['array_creation_expression'], (part) => literalKey(part.type === 'array_element_initializer' && part.parts.length === 2 ? part.firstPart : null)),
      json: eachHolder(['object'], (part) => literalKey(part.type === 'pair' ? part.child('key') : null)),
      yaml: eachHolder(['block_mapping', 'flow_mapping'], (part) => yamlKey(part.child('key'))),
    },
    others: eachHolder(['hash'], (part) => symbolKey(part.type === 'pair' ? part.child('key') : null)),
  },
  examples: [
    good('javascript', 'const quay = { low: 1, high: 2, get tide() { return 1; }, set tide(t) {}, [a]: 1, [a]: 2 };\n'),
    bad('javascript', "const quay = { low: 1, high: 2, 'low': 3 };\n", '1:33-38 the key low appears twice; only the last value counts'),
    good('typescript', 'const quay = { low: 1, ...other, lower: 2 };\n'),
    bad('typescript', 'const quay = { low: 1, low() { return 2; } };\n', '1:24-27 the key low appears twice; only the last value counts'),
    bad('javascript', "const quay = { low: 1, ['low']: 2 };\nclass Quay { moor() {} static moor() {} get low() {} set low(low) {} moor() {} }\n", ['1:25 the key low appears twice; only the last value counts', '2:70 the key moor appears twice; only the last value counts']),
    bad('typescript', 'const quay = <Quay low={1} high={2} low={3} />;\n', '1:37 the key low appears twice; only the last value counts', { file: 'quay.tsx' }),
    good('typescript', 'class Quay { constructor(a: 1); constructor(a: 2); constructor(a: any) {} moor(a: 1): void; moor(a: any) {} }\n'),
    bad('php', '<?php $quay = [Tide::LOW => 1, Tide::LOW => 2];\n', '1:32-41 the key Tide::LOW appears twice; only the last value counts'),
    good('python', "quay = {'low': 1, 'high': 2, low: 3, low: 4}\n"),
    bad('python', "quay = {'low': 1, 'low': 2}\n", '1:19-24 the key low appears twice; only the last value counts'),
    good('python', "quay = {True: 1, 'True': 2, 1: 3, '1': 4}\n"),
    good('php', "<?php $quay = ['low' => 1, 'high' => 2, 3];\n"),
    bad('php', "<?php $quay = ['low' => 1, \"low\" => 2];\n", '1:28 the key low appears twice; only the last value counts'),
    good('json', '{ "low": { "tide": 1 }, "high": { "tide": 2 } }\n'),
    bad('json', '{ "low": 1, "low": 2 }\n', '1:13-18 the key low appears twice; only the last value counts'),
    good('yaml', 'low: 1\nhigh: 2\n'),
    bad('yaml', 'low: 1\nhigh: 2\n"low": 3\n', '3:1-6 the key low appears twice; only the last value counts'),
  ],
});

/** @param keyOf the key of an entry with the place to report; null for an entry whose key is computed. */
function eachHolder(types: readonly string[], keyOf: (part: SyntaxNode) => { readonly key: string; readonly at: SyntaxNode } | null): TreeFinder<unknown> {
  return byTree(({ tree }) => hitsOf(tree.ofTypes(types), (holder): readonly Hit[] => {
    const { parts } = holder;
    if (parts.length < 2) return NO_HITS;
    const first = new Set<string>();
    return hitsOf(parts, (part): readonly Hit[] => {
      const known = keyOf(part);
      if (known === null) return NO_HITS;
      if (!first.has(known.key)) {
        first.add(known.key);
        return NO_HITS;
      }
      return [hitAt(known.at, `the key ${known.key.replace(/^(?:[a-z]+ )+/, '')} appears twice; only the last value counts`)];
    });
  }), types);
}

function literalKey(node: SyntaxNode | null): { key: string; at: SyntaxNode } | null {
  if (node === null) return null;
  const { type } = node;
  // In Python, a number or a constant and its text are different keys.
  if (type === 'number' || type === 'integer' || type === 'float') return { key: node.tree.grammar === 'python' ? `number ${node.text}` : node.text, at: node };
  if (/^(?:none|true|false|null)$/.test(type) || (type === 'class_constant_access_expression' && !node.text.includes('('))) return { key: `constant ${node.text}`, at: node };
  if (type !== 'string' && type !== 'encapsed_string') return null;
  const text = node.text;
  // In Python, bytes and strings are different keys.
  if (!/^["']/.test(text) || /[\\$]/.test(text)) return null;
  return { key: text.slice(1, -1), at: node };
}

/** Ruby's keys: `low:` and `:low` are one, and the text of that name is another. */
function symbolKey(node: SyntaxNode | null): { key: string; at: SyntaxNode } | null {
  if (node?.type === 'hash_key_symbol') return { key: `symbol ${node.text}`, at: node };
  return node?.type === 'simple_symbol' ? { key: `symbol ${node.text.slice(1)}`, at: node } : literalKey(node);
}

function scriptKey(part: SyntaxNode): { key: string; at: SyntaxNode } | null {
  if (part.type === 'jsx_attribute') return part.firstPart === null ? null : { key: `attribute ${part.firstPart.text}`, at: part.firstPart };
  const name = part.type === 'pair' ? part.child('key') : part.type === 'method_definition' ? part.child('name') : part.type === 'shorthand_property_identifier' ? part : null;
  if (name === null) return null;
  if (name.type === 'computed_property_name') return part.parentType === 'class_body' ? null : literalKey(name.firstPart);
  const key = literalKey(name)?.key ?? name.text;
  if (key === '__proto__' && name.text === key) return null;
  // A getter and a setter share a key.
  const words = part.type === 'method_definition' ? part.children.filter(({ type }) => /^(?:get|set|static)$/.test(type)).map(({ type }) => type) : [];
  // A class has its own members and those of its objects, and TypeScript lists the forms of a constructor.
  if (part.parentType === 'class_body' && (key === 'constructor' || part.child('body') === null)) return null;
  return { key: [...words, key].join(' '), at: name };
}

function yamlKey(node: SyntaxNode | null): { key: string; at: SyntaxNode } | null {
  if (node === null) return null;
  const text = node.text;
  if (text === '<<' || /^[&*!]/.test(text) || text.includes('\n') || text.includes('{{')) return null;
  return { key: /^(["']).*\1$/.test(text) ? text.slice(1, -1) : text, at: node };
}
