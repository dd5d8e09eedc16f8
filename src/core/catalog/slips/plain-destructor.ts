import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt, inLanguages } from '../../finders/hits.js';

const DESTRUCTOR = new Set(['destructor_name']);
const BODY = new Set(['compound_statement']);

export default defineRule({
  id: 'slips/plain-destructor',
  title: 'Classes with virtual functions have a virtual destructor',
  about:
    'Deleting an object through a pointer to its base is undefined unless the destructor is virtual: ISO C++, [expr.delete].',
  advice: 'Make the destructor virtual, or protected if nobody should delete through the base.',
  tags: ['correctness'],
  confidence: 'likely',
  options: {},
  find: { languages: inLanguages('cpp', eachNode(['class_specifier', 'struct_specifier'], judge)) },
  examples: [
    good('cpp', 'class Quay { public: virtual void moor(); virtual ~Quay(); };\nclass Pier final { virtual void moor(); };\n'
      + 'class Dock { public: virtual void moor(); protected: ~Dock(); };\n'),
    bad('cpp', 'class Quay { public: virtual void moor(); };\nstruct Pier { virtual void moor() = 0; ~Pier(); };\n', [
      '1:7-11 Quay has virtual functions but no virtual destructor',
      '2:8-12 Pier has virtual functions but no virtual destructor',
    ]),
  ],
});

function judge(node: SyntaxNode): Hit | null {
  const [body, name] = [node.child('body'), node.child('name')];
  // A derived class inherits its destructor's virtuality.
  if (body === null || name === null
      || node.childOfType('base_class_clause') !== null || node.childOfType('virtual_specifier') !== null) return null;
  let access = node.type === 'struct_specifier' ? 'public' : 'private';
  let hasVirtual = false;
  for (const member of body.parts) {
    if (member.type === 'access_specifier') access = member.text;
    const text = member.text;
    if (isDestructor(member)) {
      if (/^\s*virtual\b|\boverride\b/.test(text) || access !== 'public') return null;
    } else if (/^(?:field_declaration|function_definition|declaration)$/.test(member.type) && /^virtual\b/.test(text)) {
      hasVirtual = true;
    }
  }
  return hasVirtual ? hitAt(name, `${name.text} has virtual functions but no virtual destructor`) : null;
}

function isDestructor(member: SyntaxNode): boolean {
  return /^(?:field_declaration|function_definition|declaration)$/.test(member.type) && member.contains(DESTRUCTOR, BODY);
}
