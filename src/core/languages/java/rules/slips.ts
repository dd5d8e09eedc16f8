import { shadowedNames } from '../../../finders/shadowed-names.js';
import { selfComparisons } from '../../../finders/self-comparisons.js';
import { comparedByMethods } from '../self-comparisons.js';
import { assignedInConditions } from '../../../finders/assigned-in-tests.js';
import { byTree, hitsOf } from '../../../finders/hits.js';
import { bareBlocks, endsHead } from '../../../finders/hollow-blocks.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { unclosedInJava } from '../unclosed-resources.js';

const { as, bad, by, good } = writerFor('java');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': as(
    good('class Quay { void moor(int n) { for (int i = 0, j = 0; j < n; i++, j += 5) sail(i); } }\n'),
    good('class Quay { void moor() { while (true) { if (full) return; } } }\n'),
    bad('class Quay { void moor() { int a = 1; while (a < 3) { sail(); } } }\n', '1:39-52 nothing in the loop changes a'),
  ),
  'slips/fall-through': as(
    good('class Quay { void moor(int a) { switch (a) { case 1: sail(); break; default: } switch (a) { case 1 -> sail(); '
      + 'default -> {} } } }\n'),
    bad(
      'class Quay { void moor(int a) { switch (a) { case 1: sail(); default: wait(); } } }\n',
      '1:62-70 the case above continues into this one',
    ),
  ),
  'slips/repeated-case': as(
    good('class Quay { void moor(int a) { switch (a) { case 1: break; case 2: break; } } }\n'),
    bad(
      'class Quay { void moor(int a) { switch (a) { case 1: break; case 2, 1: break; } } }\n',
      '1:69-70 the case 1 appears above already; this one is never reached',
    ),
    bad(
      'class Quay { void moor(int a) { switch (a) { case 10: sail(); break; case 0xA: wait(); break; case 010: moor(); } } }\n',
      '1:75 the case 10 appears above already; this one is never reached',
    ),
  ),
  'slips/shadowed-name': by(
    // A local variable is known only from its declaration on.
    shadowedNames((inner, outer) => outer.node.start <= inner.node.start),
    good('class Quay { int tide; Quay(int tide) { this.tide = tide; } void setTide(int tide) { this.tide = tide; } }\n'),
    bad(
      'class Quay { int tide; int moor() { int tide = 1; return tide; } }\n', '1:41-45 tide hides the outer field of that name',
    ),
  ),
  'slips/syntax': as(
    good('class Quay { int berths = 1; }\n'),
    bad('class Quay { int berths = ; }\n', '1:25-26 is not expected here: “=”'),
  ),
  'slips/unthrown-error': as(
    good('class Quay { void moor() { throw new FullException(); } }\n'),
    bad('class Quay { void moor() { new FullException(); } }\n', '1:28-47 FullException is created here but not thrown'),
  ),
  'slips/unclosed-resource': by(
    byTree(unclosedInJava),
    good('class Quay { long moor() { try (var lines = Files.lines(path)) { return lines.count(); } } Reader in; Quay() { in = '
      + 'new FileReader("a"); } }\n'),
    bad('class Quay { void moor() { Files.lines(path).count(); new FileReader("a").read(); Reader in = null; in = new '
      + 'FileReader("a"); in.read(); } }\n', [
      '1:28-45 what Files.lines opens is not closed', '1:55-74 what new FileReader opens is not closed',
      '1:106-125 what new FileReader opens is not closed',
    ]),
    good('class Quay { void moor() { try (FileReader in = new FileReader("a")) { in.read(); } Reader out = new '
      + 'StringReader("b"); } }\n'),
    bad(
      'class Quay { void moor() { FileReader in = new FileReader("a"); in.read(); } }\n',
      '1:44 what new FileReader opens is not closed',
    ),
  ),
  'slips/assign-in-test': by(
    byTree(assignedInConditions),
    good('class Quay { void moor() { String line; while ((line = next()) != null) sail(line); } }\n'),
    bad('class Quay { void moor() { if (full = true) wait(); } }\n', '1:32-43 this assigns a value where a test is expected'),
  ),
  'slips/hollow-block': by(
    byTree((source) => [...bareBlocks(source, ['block']), ...hitsOf(source.tree.ofType(';'), endsHead)]),
    good('class Quay { void moor() { do {} while (next()); } }\n'),
    bad(
      'class Quay { void moor() { if (full) {} for (;;) {} } }\n', ['1:38-40 this block is empty', '1:50-52 this block is empty'],
    ),
    bad('class Quay { void moor() { if (full); sail(); } }\n', '1:37 this semicolon ends the if, so nothing depends on it'),
  ),
  'slips/self-compare': by(
    selfComparisons({ more: comparedByMethods }),
    bad('class Quay { boolean same(String a) { return a.equals(a); } }\n', '1:46-57 a is compared with itself'),
    good('class Quay { boolean same = a == b; }\n'),
    bad('class Quay { boolean same = a == a; }\n', '1:29 a is on both sides of =='),
  ),
  'slips/swallowed-error': as(
    good('class Quay { void moor() { try { sail(); } catch (Full e) { throw new Wait(e); } } }\n'),
    bad('class Quay { void moor() { try { sail(); } catch (Full e) {} } }\n', '1:44-58 the error caught here is ignored'),
  ),
};
