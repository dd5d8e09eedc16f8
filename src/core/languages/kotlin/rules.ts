import { printingCalls } from '../../finders/printing-calls.js';
import { nameOf } from '../../syntax/functions.js';
import { unreadParameters } from '../../finders/unread-parameters.js';
import { unreachedCode } from '../../finders/unreached-code.js';
import { byCalls } from '../../finders/found-calls.js';
import { byTree, eachNode, hitAt } from '../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../finders/language-rules.js';
import { endsOfLists } from '../../finders/last-commas.js';
import type { FreeNames } from '../../finders/options.js';
import { unusedMembers } from '../../finders/private-members.js';
import { undescribed } from '../../finders/undescribed.js';
import { argumentsOf, calleeOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { isPublic, privateMembers } from './members.js';

const { as, by, good, bad } = writerFor('kotlin');

const TWO = { options: { max: 2 } };

/** The rules of the catalog that know Kotlin. */
export const KOTLIN_RULES: LanguageRules = {
  'size/branches': as(
    good('fun moor(a: Int) = if (a > 1) 1 else 2\nfun sail(a: Int) { when (a) { 1 -> wait(); else -> sail() } }\n', TWO),
    bad(
      'fun moor(a: Int) {\n  when (a) { 1 -> sail(); 2 -> wait(); else -> {} }\n}\nfun sail() { while (a && b) wait() }\n',
      ['1:5-9 3 paths through this function, 1 over 2', '4:5-9 3 paths through this function, 1 over 2'],
      TWO,
    ),
  ),
  'size/nesting': as(
    good('fun moor() { if (a) { for (b in c) sail() } else if (d) { if (e) wait() } }\n', TWO),
    bad(
      'fun moor() { if (a) { for (b in c) { try { sail() } finally { wait() } } } }\n',
      '1:38-71 nested 3 levels deep, 2 allowed', TWO,
    ),
  ),
  'size/parameters': as(
    good('fun moor(berth: Int, tide: Int = 1) {}\n', TWO),
    bad('class Quay { fun moor(berth: Int, tide: Int = 1, vararg more: Int) {} }\n', '1:22-67 3 parameters, 1 over 2', TWO),
  ),
  'size/class-members': as(
    good('class Quay { val a = 1\n  fun moor() {} }\n', TWO),
    bad('class Quay { val a = 1\n  val b = 2\n  fun moor() {} }\n', '1:7-11 Quay has 3 members, 1 over 2', TWO),
  ),
  'size/condition-terms': as(
    good('val a = b && c\n', TWO), bad('val a = b && c || d\n', '1:9-20 3 parts in one condition, 1 over 2', TWO),
  ),
  'size/function-lines': as(
    good('fun moor() {\n  sail()\n}\n', { options: { max: 3 } }),
    bad('fun moor() {\n  sail()\n  wait()\n}\n', '1:5-9 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ),
  'names/functions': as(
    good('fun lowTide() {}\nfun Quay() {}\n'),
    bad('fun low_tide() {}\n', '1:5-13 low_tide is not written like lowTide or LowTide'),
  ),
  'names/types': as(
    good('class LowTide\nobject Quay\ntypealias Low = Int\n'),
    bad(
      'class low_tide\ninterface quay\n',
      ['1:7-15 low_tide is not written like LowTide', '2:11-15 quay is not written like LowTide'],
    ),
  ),
  'names/variables': as(
    good('fun moor(lowTide: Int) { val highTide = 1 }\n'),
    bad(
      'fun moor(low_tide: Int) { val HighTide = 1 }\n',
      ['1:10-18 low_tide is not written like lowTide', '1:31-39 HighTide is not written like lowTide'],
    ),
  ),
  'names/constants': as(
    good('const val LOW_TIDE = 1\n'), bad('const val lowTide = 1\n', '1:11-18 lowTide is not written like LOW_TIDE'),
  ),
  'names/length': as(
    good('fun low(tide: Int) = tide\n'), bad('fun low() { val q = 1 }\n', '1:17-18 q has 1 character; at least 2 are required'),
  ),
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
  'slips/self-compare': as(
    good('val a = low == high\n'),
    bad(
      'val a = low == low\nfun moor() { low = low }\n',
      ['1:9-19 low is on both sides of ==', '2:14-23 low is assigned to itself'],
    ),
  ),
  'slips/hollow-block': as(
    good('fun moor() {}\nfun sail() { if (full) { wait() } }\n'),
    bad(
      'fun sail() { if (full) {} else { }\n  for (a in b) {} }\n',
      ['1:24-26 this block is empty', '1:32-35 this block is empty', '2:16-18 this block is empty'],
    ),
  ),
  'slips/swallowed-error': as(
    good(
      'fun moor() { try { sail() } catch (e: Full) { log(e) }\n  try { sail() } catch (e: Full) { /* the pilot waits */ } }\n',
    ),
    bad('fun moor() { try { sail() } catch (e: Full) { } }\n', '1:29-44 the error caught here is ignored'),
  ),
  'slips/unthrown-error': by(
    eachNode(['call_expression'], judgeMade),
    good('fun moor() { throw FullException()\n}\nfun full() = FullException()\n'),
    bad('fun moor() {\n  FullException("full")\n  sail()\n}\n', '2:3-24 FullException is created here but not thrown'),
  ),
  'slips/equals-without-hash': by(
    eachNode(['class_declaration'], judgeEquality),
    good('class Quay { override fun equals(other: Any?) = true\n  override fun hashCode() = 1 }\n'),
    bad('class Quay { override fun equals(other: Any?) = true }\n', '1:27-33 equals is redefined here but hashCode is not'),
  ),
  'slips/syntax': as(good('val berths = 1\n'), bad('val berths = = 1\n', '1:12-13 is not expected here: “=”')),
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
  'docs/public-comment': by(
    undescribed(['class_declaration', 'function_declaration'], isPublic),
    good('/** The quay. */\nclass Quay { private fun moor() {}\n  /** Sails. */\n  fun sail() {}\n'
      + '  override fun toString() = "" }\ninternal fun low() {}\n'),
    bad(
      'class Quay { fun moor() {} }\n', ['1:7-11 Quay is public but not documented', '1:18-22 moor is public but not documented'],
    ),
  ),
  'docs/sentence': as(
    good('/** The quay. */\nclass Quay\n'),
    bad('/** the quay */\nclass Quay\n', '1:5-13 this begins with a small letter and has no full stop', {
      repaired: '/** The quay. */\nclass Quay\n',
    }),
  ),
  'idiom/debug-print': by(
    printingCalls({ bare: ['print', 'println'] }),
    good('fun moor() { log.info("moored") }\n'), bad('fun moor() { println("moored") }\n', '1:14-31 println bypasses the log'),
  ),
  'idiom/wildcard-import': by(
    eachNode(['import_declaration'], judgeWildcard),
    good('import harbour.quay.Berth\n'),
    bad('import harbour.quay.*\n', '1:8-22 everything in harbour.quay is imported'),
  ),
  'imports/barred': as(
    good('import harbour.quay.Berth\n', { options: { modules: ['harbour.tide'] } }),
    bad('import harbour.tide.Low\n', '1:8-24 harbour.tide is barred here', { options: { modules: ['harbour.tide'] } }),
  ),
  'imports/direction': as(
    good('import harbour.tide.Low\n', { file: 'harbour/quay/Quay.kt', options: { never: ['harbour/quay -> harbour/billing'] } }),
    bad('import harbour.billing.Bill\n', '1:8-28 [likely] harbour/quay may not take from harbour/billing', {
      file: 'harbour/quay/Quay.kt', options: { never: ['harbour/quay -> harbour/billing'] },
    }),
  ),
  'imports/repeated': as(
    good('import harbour.Quay\nimport harbour.Tide\n'),
    bad('import harbour.Quay\nimport harbour.Tide\nimport harbour.Quay\n', '3:1-20 this module is imported above already', {
      repaired: 'import harbour.Quay\nimport harbour.Tide\n',
    }),
  ),
  'text/spacing': as(
    good('val a = b + c\nval d = sail(1, 2)\nval e = listOf<Int>(-1)\n'),
    bad(
      'val a=b +c\nval d = sail(1,2)\n',
      ['1:6-7 no space around =', '1:9-10 no space after +', '2:15-16 no space after this comma'],
      { repaired: 'val a = b + c\nval d = sail(1, 2)\n' },
    ),
  ),
  'text/blank-between': as(
    good('class Quay {\n  fun moor() {\n  }\n\n  fun sail() {\n  }\n}\n'),
    bad('class Quay {\n  fun moor() {\n  }\n  fun sail() {\n  }\n}\n', '4:3-15 no empty line above this definition', {
      repaired: 'class Quay {\n  fun moor() {\n  }\n\n  fun sail() {\n  }\n}\n',
    }),
  ),
  'text/alignment': as(
    good('val low = 1\nval highest = 2\n'),
    bad('val low     = 1\nval highest = 2\n', '1:8-14 5 spaces before this =', { repaired: 'val low = 1\nval highest = 2\n' }),
  ),
  'idiom/last-comma': by(
    endsOfLists(['value_arguments', 'function_value_parameters', 'class_parameters']),
    good('class Quay(\n  val low: Int,\n)\nval a = sail(1, 2)\n'),
    bad(
      'class Quay(\n  val low: Int\n)\nval a = sail(1, 2,)\n',
      ['2:15-15 a comma is missing after the last item', '4:18-19 a comma after the last item'],
      { repaired: 'class Quay(\n  val low: Int,\n)\nval a = sail(1, 2)\n' },
    ),
  ),
};

/** An error that is made as a statement of its own. The last of a block may be what it gives back. */
function judgeMade(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const name = calleeOf(node);
  const isStatement = node.parentType === 'block' && node.next?.named === true;
  return isStatement && /^(?:\w+\.)*[A-Z]\w*(?:Error|Exception)$/.test(name)
    ? hitAt(node, `${name} is created here but not thrown`)
    : null;
}

/** A class that says when two of it are equal, and not by which number to find them: Kotlin API, `Any.hashCode`. */
function judgeEquality(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const methods = (node.child('body')?.parts ?? []).filter(({ type }) => type === 'function_declaration');
  const equality = methods.find((method) =>
    method.child('name')?.text === 'equals' && /\boverride\b/.test(method.childOfType('modifiers')?.text ?? ''));
  if (equality === undefined || methods.some((method) => method.child('name')?.text === 'hashCode')) return null;
  return hitAt(equality.child('name') ?? equality, 'equals is redefined here but hashCode is not');
}

function judgeWildcard(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const module = node.childOfType('qualified_identifier', 'identifier');
  return module !== null && /\.\s*\*$/.test(node.text.trimEnd())
    ? { start: module.start, end: node.start + node.text.trimEnd().length, message: `everything in ${module.text} is imported` }
    : null;
}

/** Whether a text is joined with values, or has some in it. */
function isJoined(node: SyntaxNode | undefined): boolean {
  if (node === undefined) return false;
  return (/^(?:raw_)?string_literal$/.test(node.type) && /\$(?:\{|[A-Za-z_])/.test(node.text))
    || (node.type === 'binary_expression' && node.child('operator')?.text === '+');
}
