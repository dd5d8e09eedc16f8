import { byCalls } from '../../../finders/found-calls.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { argumentsOf } from '../../../syntax/calls.js';
import type { SyntaxNode } from '../../../syntax/node.js';

const { as, bad, by, good } = writerFor('kotlin');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good('val a = "berths/low.txt"\n'),
    bad('val a = "/srv/pilot/low.txt"\n', '1:9-29 /srv/pilot/low.txt exists on one machine only'),
  ),
  'safety/weak-digest': as(
    good('val a = MessageDigest.getInstance("SHA-256")\n'),
    bad('val a = MessageDigest.getInstance("MD5")\n', '1:9-41 MD5 can be forged'),
  ),
  'safety/shell-text': by(
    byCalls({
      names: ['exec'],
      callee: /\bgetRuntime\(\)\s*\.exec$/,
      tell: (call) => (isJoined(argumentsOf(call)[0]) ? 'exec runs a command built from values' : null),
    }),
    good('fun moor() { Runtime.getRuntime().exec("ls")\n  Runtime.getRuntime().exec(arrayOf("ls", quay)) }\n'),
    bad('fun moor() { Runtime.getRuntime().exec("ls $quay") }\n', '1:14-51 exec runs a command built from values'),
  ),
};

/** Whether a text is joined with values, or has some in it. */
function isJoined(node: SyntaxNode | undefined): boolean {
  if (node === undefined) return false;
  return (/^(?:raw_)?string_literal$/.test(node.type) && /\$(?:\{|[A-Za-z_])/.test(node.text))
    || (node.type === 'binary_expression' && node.child('operator')?.text === '+');
}
