import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { eachNode, hitAt, shared } from '../../finders/hits.js';

export default defineRule({
  id: 'idiom/public-first',
  title: 'Public methods come before private ones',
  about: 'Readers of a class want to know what it offers before how it works.',
  advice: 'Move the public method above the private ones.',
  tags: ['readability'],
  confidence: 'certain',
  options: {},
  find: shared(eachNode(['class_body', 'declaration_list'], judge)),
});

/** The first public method after a private one, where the order breaks. */
function judge(body: SyntaxNode): Hit | null {
  let hasPrivate = false;
  for (const member of body.parts) {
    if (!/^(?:method_definition|method_declaration)$/.test(member.type)) continue;
    const access = accessOf(member);
    if (access === 'private') hasPrivate = true;
    else if (access === 'public' && hasPrivate) {
      const name = member.child('name') ?? member;
      return hitAt(name, `${name.text} is public but comes after a private method`);
    }
  }
  return null;
}

function accessOf(member: SyntaxNode): string {
  const written = member.childOfType('visibility_modifier', 'accessibility_modifier')?.text
    ?? /\b(?:public|protected|private)\b/.exec(member.childOfType('modifiers')?.text ?? '')?.[0];
  if (member.child('name')?.type === 'private_property_identifier') return 'private';
  // In Java, members without an access modifier are private to their package.
  return written ?? (member.type === 'method_declaration' && member.parent?.type === 'class_body' ? 'package' : 'public');
}
