import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('cpp');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': as(
    good('void moor() { for (int i = 0; i < 3; ++i) sail(); }\n'),
    bad('void moor() { for (int i = 0; i < 3; --i) sail(); }\n', '1:15-42 i counts away from the end of the loop'),
  ),
  'slips/fall-through': as(
    good('void moor(int a) { switch (a) { case 1: sail(); [[fallthrough]]; case 2: wait(); } }\n'),
    bad('void moor(int a) { switch (a) { case 1: sail(); case 2: wait(); } }\n', '1:49-56 the case above continues into this one'),
  ),
  'slips/repeated-case': as(
    good('void moor(int a) { switch (a) { case 1: switch (b) { case 1: break; } break; } }\n'),
    bad('void moor(int a) { switch (a) { case LOW: break; case LOW: break; } }\n', '1:55-58 the case LOW appears above already; this one is never reached'),
  ),
  'slips/shadowed-name': as(
    good('int moor(int a) { int b = a; return b; }\nint sail(int a) { return a; }\n'),
    bad('int moor(int a) { for (int i = 0; i < a; ++i) { int a = 2; sail(a); } return a; }\n', '1:53-54 a hides the outer parameter of that name'),
  ),
  'slips/syntax': as(good('int berths = 1;\n'), bad('int moor() { return (1; }\n', '1:23-23 “)” is missing here')),
};
