import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/settable-constant',
  title: 'Public constants are set where they are declared',
  about: 'A public static field that is not final, or is set in a block, can change unnoticed, and the compiler cannot rely '
    + 'on its value.',
  advice: 'Declare it static final, and set its value there.',
  tags: ['correctness', 'performance'],
  confidence: 'likely',
  conflicts: ['slips/embedded-constant'],
  options: {},
  find: { languages: { java: eachNode(['field_declaration'], judge) } },
  examples: [
    good('java', 'public class Quay { public static final int BERTHS = 3; static int count = 1; public int low = 2; }\n'),
    bad('java', 'public class Quay { public static int berths = 3; public static final int LOW; static { LOW = 1; } }\n', [
      '1:39-45 berths can be changed by anyone', '1:75-78 the value of LOW is set elsewhere',
    ]),
  ],
});

function judge(field: SyntaxNode): Hit | null {
  const modifiers = field.childOfType('modifiers')?.text ?? '';
  const has = (word: string): boolean => new RegExp(`\\b${word}\\b`).test(modifiers);
  const declarator = field.child('declarator');
  const name = declarator?.child('name') ?? null;
  if (!has('public') || !has('static') || has('volatile') || name === null) return null;
  if (!has('final')) return hitAt(name, `${name.text} can be changed by anyone`);
  const type = field.child('type');
  const isPlain = type !== null
    && (/^(?:integral_type|floating_point_type|boolean_type)$/.test(type.type) || type.text === 'String');
  return isPlain && declarator?.child('value') === null ? hitAt(name, `the value of ${name.text} is set elsewhere`) : null;
}
