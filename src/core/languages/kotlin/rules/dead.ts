import { nameOf } from '../../../syntax/functions.js';
import { unreadParameters } from '../../../finders/unread-parameters.js';
import { unreachedCode } from '../../../finders/unreached-code.js';
import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import type { FreeNames } from '../../../finders/options.js';
import { unusedMembers } from '../../../finders/private-members.js';
import { privateMembers } from '../members.js';

const { as, bad, by, good } = writerFor('kotlin');

/** What `dead/*` finds. */
export const DEAD_RULES: LanguageRules = {
  'dead/after-exit': by(
    // The grammar takes a value that begins like `import` for a statement of its own.
    unreachedCode((exit, { start, tree }) => !/[\n;]/.test(tree.text.slice(exit.end, start))),
    good('fun moor(): Int {\n  if (full) return 1\n  return 2\n}\n'),
    bad('fun moor(): Int {\n  return 1\n  sail()\n}\nfun wait() {\n  throw Full()\n  sail()\n}\n'
      + 'fun sail() { for (a in b) { break\n sail() } }\n', [
      '3:3-9 never runs: return above leaves the block', '7:3-9 never runs: throw above leaves the block',
      '10:2-8 never runs: break above leaves the block',
    ]),
  ),
  'dead/branch': as(
    good('fun moor() { if (a) sail() else if (b) wait() }\n'),
    bad(
      'fun moor() { if (a) sail() else if (a) wait()\n  if (false) sail() }\n',
      ['1:37-38 the same condition is tested above, so this branch never runs', '2:7-12 this is never true'],
    ),
  ),
  'dead/variable': as(
    good('fun moor() {\n  val low = 1\n  val high = 2\n  sail("$low ${high}")\n  val (first, second) = pair()\n}\n'),
    bad(
      'fun moor() {\n  val low = 1\n  var high = 2\n  high = 3\n}\n',
      ['2:7-10 low is never used', '3:7-11 high is set but never read'],
    ),
  ),
  'dead/parameter': by(
    // One that is handed over by its name gets what its receiver has.
    unreadParameters((owner) => owner.tree.text.includes(`::${nameOf(owner)?.text ?? ''}`)),
    good('fun moor(berth: Int) = berth\nopen class Quay { open fun sail(tide: Int) { wait() } }\n'
      + 'fun low(tide: Int) { wait() }\nval all = listOf(::low)\n'),
    bad('fun moor(berth: Int, tide: Int): Int { return berth }\n', '1:22-26 tide is never read'),
  ),
  'dead/private-member': by(
    byTree((source, options: FreeNames) => unusedMembers(source, privateMembers(source), ['identifier'], options)),
    good('class Quay(private val low: Int) { @Inject private lateinit var high: Tide\n  fun moor() = "$low" }\n'),
    bad('class Quay(private val low: Int) { private fun sail() { sail() }\n  private val high = 1 }\n', [
      '1:24-27 low is private and never used', '1:48-52 sail is private and never used', '2:15-19 high is private and never used',
    ]),
  ),
  'dead/class': as(
    good('class Tide\nfun main() { Tide() }\n'),
    bad('class Tide\nfun main() { sail() }\n', '1:7-11 [likely] Tide is never used in the project'),
  ),
  'dead/function': as(
    good(
      'class Quay { fun moor() {} }\n',
      { file: 'Quay.kt', others: { 'Main.java': 'class Main { public static void main(String[] a) { new Quay().moor(); } }\n' } },
    ),
    bad(
      'class Quay { fun moor() {}\n  override fun toString() = "quay" }\n',
      '1:18-22 [possible] moor is never used in the project',
      { file: 'Quay.kt', others: { 'Main.kt': 'fun main() { Quay() }\n' } },
    ),
  ),
};
