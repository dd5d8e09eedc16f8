import { byCalls } from '../../catalog/found-calls.js';
import { byTree, eachNode, hitAt } from '../../catalog/hits.js';
import { writerFor, type LanguageRules } from '../../catalog/language-rules.js';
import { lastCommas, type LastCommaOptions } from '../../catalog/last-commas.js';
import type { FreeNames } from '../../catalog/options.js';
import { unusedMembers } from '../../catalog/private-members.js';
import { undescribed } from '../../catalog/undescribed.js';
import { argumentsOf, calleeOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { isPublic, privateMembers } from './members.js';

const { as, by, good, bad } = writerFor('kotlin');

const TWO = { options: { max: 2 } };

/** The rules of the catalog that know Kotlin. */
export const KOTLIN_RULES: LanguageRules = {
  'size/branches': as(
    good('fun moor(a: Int) = if (a > 1) 1 else 2\nfun sail(a: Int) { when (a) { 1 -> wait(); else -> sail() } }\n', TWO),
    bad('fun moor(a: Int) {\n  when (a) { 1 -> sail(); 2 -> wait(); else -> {} }\n}\nfun sail() { while (a && b) wait() }\n', '1:5 4:5', TWO),
  ),
  'size/nesting': as(good('fun moor() { if (a) { for (b in c) sail() } else if (d) { if (e) wait() } }\n', TWO), bad('fun moor() { if (a) { for (b in c) { try { sail() } finally { wait() } } } }\n', '1:38', TWO)),
  'size/parameters': as(good('fun moor(berth: Int, tide: Int = 1) {}\n', TWO), bad('class Quay { fun moor(berth: Int, tide: Int = 1, vararg more: Int) {} }\n', '1:22', TWO)),
  'size/class-members': as(good('class Quay { val a = 1\n  fun moor() {} }\n', TWO), bad('class Quay { val a = 1\n  val b = 2\n  fun moor() {} }\n', '1:7', TWO)),
  'size/condition-terms': as(good('val a = b && c\n', TWO), bad('val a = b && c || d\n', '1:9', TWO)),
  'size/function-lines': as(good('fun moor() {\n  sail()\n}\n', { options: { max: 3 } }), bad('fun moor() {\n  sail()\n  wait()\n}\n', '1:5', { options: { max: 3 } })),
  'names/functions': as(good('fun lowTide() {}\nfun Quay() {}\n'), bad('fun low_tide() {}\n', '1:5')),
  'names/types': as(good('class LowTide\nobject Quay\ntypealias Low = Int\n'), bad('class low_tide\ninterface quay\n', '1:7 2:11')),
  'names/variables': as(good('fun moor(lowTide: Int) { val highTide = 1 }\n'), bad('fun moor(low_tide: Int) { val HighTide = 1 }\n', '1:10 1:31')),
  'names/constants': as(good('const val LOW_TIDE = 1\n'), bad('const val lowTide = 1\n', '1:11')),
  'names/length': as(good('fun low(tide: Int) = tide\n'), bad('fun low() { val q = 1 }\n', '1:17')),
  'dead/after-exit': as(
    good('fun moor(): Int {\n  if (full) return 1\n  return 2\n}\n'),
    bad('fun moor(): Int {\n  return 1\n  sail()\n}\nfun wait() {\n  throw Full()\n  sail()\n}\nfun sail() { for (a in b) { break\n sail() } }\n', '3:3 7:3 10:2'),
  ),
  'dead/branch': as(good('fun moor() { if (a) sail() else if (b) wait() }\n'), bad('fun moor() { if (a) sail() else if (a) wait()\n  if (false) sail() }\n', '1:37 2:7')),
  'dead/variable': as(
    good('fun moor() {\n  val low = 1\n  val high = 2\n  sail("$low ${high}")\n  val (first, second) = pair()\n}\n'),
    bad('fun moor() {\n  val low = 1\n  var high = 2\n  high = 3\n}\n', '2:7 3:7'),
  ),
  'dead/parameter': as(
    good('fun moor(berth: Int) = berth\nopen class Quay { open fun sail(tide: Int) { wait() } }\nfun low(tide: Int) { wait() }\nval all = listOf(::low)\n'),
    bad('fun moor(berth: Int, tide: Int): Int { return berth }\n', '1:22'),
  ),
  'dead/private-member': by(
    byTree((source, options: FreeNames) => unusedMembers(source, privateMembers(source), ['identifier'], options)),
    good('class Quay(private val low: Int) { @Inject private lateinit var high: Tide\n  fun moor() = "$low" }\n'),
    bad('class Quay(private val low: Int) { private fun sail() { sail() }\n  private val high = 1 }\n', '1:24 1:48 2:15'),
  ),
  'dead/class': as(good('class Tide\nfun main() { Tide() }\n'), bad('class Tide\nfun main() { sail() }\n', '1:7')),
  'dead/function': as(
    good('class Quay { fun moor() {} }\n', { file: 'Quay.kt', others: { 'Main.java': 'class Main { public static void main(String[] a) { new Quay().moor(); } }\n' } }),
    bad('class Quay { fun moor() {}\n  override fun toString() = "quay" }\n', '1:18', { file: 'Quay.kt', others: { 'Main.kt': 'fun main() { Quay() }\n' } }),
  ),
  'slips/self-compare': as(good('val a = low == high\n'), bad('val a = low == low\nfun moor() { low = low }\n', '1:9 2:14')),
  'slips/hollow-block': as(good('fun moor() {}\nfun sail() { if (full) { wait() } }\n'), bad('fun sail() { if (full) {} else { }\n  for (a in b) {} }\n', '1:24 1:32 2:16')),
  'slips/swallowed-error': as(
    good('fun moor() { try { sail() } catch (e: Full) { log(e) }\n  try { sail() } catch (e: Full) { /* the pilot waits */ } }\n'),
    bad('fun moor() { try { sail() } catch (e: Full) { } }\n', '1:29'),
  ),
  'slips/unthrown-error': by(eachNode(['call_expression'], judgeMade), good('fun moor() { throw FullException()\n}\nfun full() = FullException()\n'), bad('fun moor() {\n  FullException("full")\n  sail()\n}\n', '2:3')),
  'slips/equals-without-hash': by(eachNode(['class_declaration'], judgeEquality), good('class Quay { override fun equals(other: Any?) = true\n  override fun hashCode() = 1 }\n'), bad('class Quay { override fun equals(other: Any?) = true }\n', '1:27')),
  'slips/syntax': as(good('val berths = 1\n'), bad('val berths = = 1\n', '1:12')),
  'safety/fixed-path': as(good('val a = "berths/low.txt"\n'), bad('val a = "/srv/pilot/low.txt"\n', '1:9')),
  'safety/weak-digest': as(good('val a = MessageDigest.getInstance("SHA-256")\n'), bad('val a = MessageDigest.getInstance("MD5")\n', '1:9')),
  'safety/shell-text': by(
    byCalls({ names: ['exec'], callee: /\bgetRuntime\(\)\s*\.exec$/, tell: (call) => (isJoined(argumentsOf(call)[0]) ? 'exec runs a command built from values' : null) }),
    good('fun moor() { Runtime.getRuntime().exec("ls")\n  Runtime.getRuntime().exec(arrayOf("ls", quay)) }\n'), bad('fun moor() { Runtime.getRuntime().exec("ls $quay") }\n', '1:14'),
  ),
  'docs/public-comment': by(
    undescribed(['class_declaration', 'function_declaration'], isPublic),
    good('/** The quay. */\nclass Quay { private fun moor() {}\n  /** Sails. */\n  fun sail() {}\n  override fun toString() = "" }\ninternal fun low() {}\n'),
    bad('class Quay { fun moor() {} }\n', '1:7 1:18'),
  ),
  'docs/sentence': as(good('/** The quay. */\nclass Quay\n'), bad('/** the quay */\nclass Quay\n', '1:5', { repaired: '/** The quay. */\nclass Quay\n' })),
  'idiom/debug-print': as(good('fun moor() { log.info("moored") }\n'), bad('fun moor() { println("moored") }\n', '1:14')),
  'idiom/wildcard-import': by(eachNode(['import_declaration'], judgeWildcard), good('import harbour.quay.Berth\n'), bad('import harbour.quay.*\n', '1:8')),
  'imports/barred': as(good('import harbour.quay.Berth\n', { options: { modules: ['harbour.tide'] } }), bad('import harbour.tide.Low\n', '1:8', { options: { modules: ['harbour.tide'] } })),
  'imports/direction': as(
    good('import harbour.tide.Low\n', { file: 'harbour/quay/Quay.kt', options: { never: ['harbour/quay -> harbour/billing'] } }),
    bad('import harbour.billing.Bill\n', '1:8', { file: 'harbour/quay/Quay.kt', options: { never: ['harbour/quay -> harbour/billing'] } }),
  ),
  'imports/repeated': as(good('import harbour.Quay\nimport harbour.Tide\n'), bad('import harbour.Quay\nimport harbour.Tide\nimport harbour.Quay\n', '3:1', { repaired: 'import harbour.Quay\nimport harbour.Tide\n' })),
  'text/spacing': as(good('val a = b + c\nval d = sail(1, 2)\nval e = listOf<Int>(-1)\n'), bad('val a=b +c\nval d = sail(1,2)\n', '1:6 1:9 2:15', { repaired: 'val a = b + c\nval d = sail(1, 2)\n' })),
  'text/blank-between': as(
    good('class Quay {\n  fun moor() {\n  }\n\n  fun sail() {\n  }\n}\n'),
    bad('class Quay {\n  fun moor() {\n  }\n  fun sail() {\n  }\n}\n', '4:3', { repaired: 'class Quay {\n  fun moor() {\n  }\n\n  fun sail() {\n  }\n}\n' }),
  ),
  'text/alignment': as(good('val low = 1\nval highest = 2\n'), bad('val low     = 1\nval highest = 2\n', '1:8', { repaired: 'val low = 1\nval highest = 2\n' })),
  'idiom/last-comma': by(
    byTree((source, options: LastCommaOptions) => lastCommas(source, ['value_arguments', 'function_value_parameters', 'class_parameters'], options)),
    good('class Quay(\n  val low: Int,\n)\nval a = sail(1, 2)\n'), bad('class Quay(\n  val low: Int\n)\nval a = sail(1, 2,)\n', '2:15 4:18', { repaired: 'class Quay(\n  val low: Int,\n)\nval a = sail(1, 2)\n' }),
  ),
};

/** An error that is made as a statement of its own. The last of a block may be what it gives back. */
function judgeMade(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const name = calleeOf(node);
  const isStatement = node.parentType === 'block' && node.next?.named === true;
  return isStatement && /^(?:\w+\.)*[A-Z]\w*(?:Error|Exception)$/.test(name) ? hitAt(node, `${name} is created here but not thrown`) : null;
}

/** A class that says when two of it are equal, and not by which number to find them: Kotlin API, `Any.hashCode`. */
function judgeEquality(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const methods = (node.child('body')?.parts ?? []).filter(({ type }) => type === 'function_declaration');
  const equality = methods.find((method) => method.child('name')?.text === 'equals' && /\boverride\b/.test(method.childOfType('modifiers')?.text ?? ''));
  if (equality === undefined || methods.some((method) => method.child('name')?.text === 'hashCode')) return null;
  return hitAt(equality.child('name') ?? equality, 'equals is redefined here but hashCode is not');
}

function judgeWildcard(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const module = node.childOfType('qualified_identifier', 'identifier');
  return module !== null && /\.\s*\*$/.test(node.text.trimEnd()) ? { start: module.start, end: node.start + node.text.trimEnd().length, message: `everything in ${module.text} is imported` } : null;
}

/** Whether a text is joined with values, or has some in it. */
function isJoined(node: SyntaxNode | undefined): boolean {
  if (node === undefined) return false;
  return (/^(?:raw_)?string_literal$/.test(node.type) && /\$(?:\{|[A-Za-z_])/.test(node.text)) || (node.type === 'binary_expression' && node.child('operator')?.text === '+');
}
