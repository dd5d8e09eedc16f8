import { eachNode, hitAt } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { calleeOf } from '../../../syntax/calls.js';
import type { SyntaxNode } from '../../../syntax/node.js';

const { as, bad, by, good } = writerFor('kotlin');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
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
