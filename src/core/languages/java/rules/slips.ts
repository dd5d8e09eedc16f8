import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('java');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': as(
    good('class Quay { void moor(int n) { for (int i = 0, j = 0; j < n; i++, j += 5) sail(i); } }\n'),
    good('class Quay { void moor() { while (true) { if (full) return; } } }\n'),
    bad('class Quay { void moor() { int a = 1; while (a < 3) { sail(); } } }\n', '1:39-52 nothing in the loop changes a'),
  ),
  'slips/fall-through': as(
    good('class Quay { void moor(int a) { switch (a) { case 1: sail(); break; default: } switch (a) { case 1 -> sail(); default -> {} } } }\n'),
    bad('class Quay { void moor(int a) { switch (a) { case 1: sail(); default: wait(); } } }\n', '1:62-70 the case above continues into this one'),
  ),
  'slips/repeated-case': as(
    good('class Quay { void moor(int a) { switch (a) { case 1: break; case 2: break; } } }\n'),
    bad('class Quay { void moor(int a) { switch (a) { case 1: break; case 2, 1: break; } } }\n', '1:69-70 the case 1 appears above already; this one is never reached'),
    bad('class Quay { void moor(int a) { switch (a) { case 10: sail(); break; case 0xA: wait(); break; case 010: moor(); } } }\n', '1:75 the case 10 appears above already; this one is never reached'),
  ),
  'slips/shadowed-name': as(
    good('class Quay { int tide; Quay(int tide) { this.tide = tide; } void setTide(int tide) { this.tide = tide; } }\n'),
    bad('class Quay { int tide; int moor() { int tide = 1; return tide; } }\n', '1:41-45 tide hides the outer field of that name'),
  ),
  'slips/syntax': as(
    good('class Quay { int berths = 1; }\n'),
    bad('class Quay { int berths = ; }\n', '1:25-26 is not expected here: “=”'),
  ),
  'slips/unthrown-error': as(
    good('class Quay { void moor() { throw new FullException(); } }\n'),
    bad('class Quay { void moor() { new FullException(); } }\n', '1:28-47 FullException is created here but not thrown'),
  ),
};
