import { eachNode, hitAt } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import type { SyntaxNode } from '../../../syntax/node.js';

const { as, bad, by, good } = writerFor('csharp');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/self-compare': as(
    good('class Quay { bool a = low == high; }\n'),
    bad(
      'class Quay { bool a = low == low; void Moor() { low = low; } }\n',
      ['1:23-33 low is on both sides of ==', '1:49-58 low is assigned to itself'],
    ),
  ),
  'slips/hollow-block': as(
    good('class Quay { void Moor() { } void Sail() { if (full) { Wait(); } } }\n'),
    bad('class Quay { void Moor() { if (full) {} else { } } }\n', ['1:38-40 this block is empty', '1:46-49 this block is empty']),
  ),
  'slips/swallowed-error': as(
    good('class Quay { void Moor() { try { Sail(); } catch (Full e) { Log(e); } try { Sail(); } catch { /* the pilot '
      + 'waits */ } } }\n'),
    bad('class Quay { void Moor() { try { Sail(); } catch (Full) { } } }\n', '1:44-56 the error caught here is ignored'),
  ),
  'slips/unthrown-error': as(
    good('class Quay { void Moor() { throw new FullException(); } }\n'),
    bad('class Quay { void Moor() { new FullException("full"); } }\n', '1:28-53 FullException is created here but not thrown'),
  ),
  'slips/equals-without-hash': by(
    eachNode(['class_declaration', 'struct_declaration'], judgeEquality),
    good('class Quay { public override bool Equals(object other) { return true; } public override int GetHashCode() { '
      + 'return 1; } }\n'),
    bad(
      'class Quay { public override bool Equals(object other) { return true; } }\n',
      '1:35-41 equals is redefined here but GetHashCode is not',
    ),
  ),
  'slips/syntax': as(
    good('class Quay { int berths = 1; }\n'), bad('class Quay { int berths = ; }\n', '1:25-26 is not expected here: “=”'),
  ),
  'slips/endless-loop': as(
    good('class Quay { void Moor() { while (true) { if (full) return; } } async void Sail() { while (true) { await '
      + 'Task.Delay(1); } } }\n'),
    bad('class Quay { void Moor() { int a = 1; while (a < 3) { Sail(); } } }\n', '1:39-52 nothing in the loop changes a'),
  ),
};

/**
 * A type that says when two of it are equal, and not by which number to find them: .NET API, `Object.GetHashCode`, "Notes to
 * Inheritors".
 */
function judgeEquality(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const methods = (node.child('body')?.parts ?? []).filter(({ type }) => type === 'method_declaration');
  const equality = methods.find((method) => method.child('name')?.text === 'Equals'
    && /^\(\s*(?:object|Object)\??\s+\w+\s*\)$/.test(method.child('parameters')?.text ?? '') && /\boverride\b/.test(method.text));
  const isPartial = node.parts.some(({ type, text }) => type === 'modifier' && text === 'partial');
  if (equality === undefined || isPartial || methods.some((method) => method.child('name')?.text === 'GetHashCode')) return null;
  return hitAt(equality.child('name') ?? equality, 'equals is redefined here but GetHashCode is not');
}
