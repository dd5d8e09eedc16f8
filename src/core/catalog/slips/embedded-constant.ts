import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/embedded-constant',
  title: 'Public constants are not copied into other classes',
  about: 'The compiler copies the value of a public constant into every class that uses it. Those classes keep the old value '
    + 'until they are recompiled: JLS, section 13.4.9.',
  advice: 'Return the value from a method, or set the field in a static block, so that it is read at run time.',
  tags: ['correctness', 'portability'],
  confidence: 'certain',
  conflicts: ['slips/settable-constant'],
  options: {},
  find: { languages: { java: eachNode(['field_declaration', 'constant_declaration'], judge) } },
  examples: [
    good(
      'java', 'public class Quay { public static final int BERTHS; static { BERTHS = 3; } private static final int LOW = 1; }\n',
    ),
    bad(
      'java', 'public interface Quay { int BERTHS = 3; }\n',
      '1:29-35 the value of BERTHS is copied into every class that uses it',
    ),
    bad('java', 'public class Quay { public static final int BERTHS = 3; public static final String NAME = "Quay"; }\n', [
      '1:45 the value of BERTHS is copied into every class that uses it',
      '1:84 the value of NAME is copied into every class that uses it',
    ]),
  ],
});

const CONSTANT_TYPE = /^(?:integral_type|floating_point_type|boolean_type)$/;

function judge(field: SyntaxNode): Hit | null {
  const modifiers = field.childOfType('modifiers')?.text ?? '';
  // In an interface, that is what every field is: JLS, section 9.3.
  if (field.type === 'field_declaration'
      && !['public', 'static', 'final'].every((word) => new RegExp(`\\b${word}\\b`).test(modifiers))) return null;
  const type = field.child('type');
  if (type === null || !(CONSTANT_TYPE.test(type.type) || type.text === 'String')) return null;
  const declarator = field.child('declarator');
  const [name, value] = [declarator?.child('name') ?? null, declarator?.child('value') ?? null];
  if (name === null || value === null || !/literal$|^(?:true|false)$|^unary_expression$|^binary_expression$/.test(value.type)
      || /[(]/.test(value.text) || value.type === 'null_literal') return null;
  return hitAt(name, `the value of ${name.text} is copied into every class that uses it`);
}
