import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('javascript');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': as(
    good('while (a < b) a += 1;\nfor (let i = 0; i < n; i += 1) sail(i);\nwhile (true) { if (next()) break; }\nwhile (next()) sail();\n'),
    bad('while (true) { sail(); }\nfor (let i = 0; i < n; i--) sail(i);\nfunction moor(a) { while (a < 3) { sail(); } }\n', ['1:1-13 nothing ends this loop', '2:1-28 i counts away from the end of the loop', '3:20-33 nothing in the loop changes a']),
    bad('export function moor(quays) { let i = 0; while (i < quays.length) { sail(quays[i]); } for (let j = 0; j < i; i++) sail(); }\n', ['1:42 nothing in the loop changes i', '1:87 i moves the end of the loop away']),
    good('export function moor(quays, n) { while (quays.length < n) sail(); }\n'),
    good('export function moor(quays) { let i = 0; while (i < quays.length) { sail(quays); } let full = false; while (!full) { full = sail(); } }\n'),
  ),
  'slips/fall-through': as(
    good('switch (a) {\n  case 1:\n  case 2:\n    sail();\n    break;\n  case 3: {\n    return;\n  }\n  case 4:\n    wait();\n    // falls through\n  default:\n    switch (b) { case 1: return; default: throw c; }\n  case 5:\n}\n'),
    bad('switch (a) {\n  case 1:\n    sail();\n  case 2:\n    wait();\n}\n', '4:3-10 the case above continues into this one'),
    good('switch (a) {\n  case 1:\n    do { return; } while (b);\n  case 2:\n    out: { return; }\n  case 3:\n    sail();\n  case 4:\n    break;\n  default:\n}\n'),
  ),
  'slips/repeated-case': as(
    good('switch (tide) { case 1: case 2: sail(); break; default: }\n'),
    bad('switch (tide) { case 1: sail(); break; case 1: wait(); }\n', '1:45-46 the case 1 appears above already; this one is never reached'),
  ),
  'slips/shadowed-name': as(
    good('const tide = 1;\nfunction moor(berth) { return tide + berth; }\nfunction sail(berth) { return berth; }\n'),
    bad('const tide = 1;\nfunction moor(tide) { if (tide) { const moor = 2; sail(moor); } }\n', ['2:15-19 tide hides the outer constant of that name', '2:41-45 moor hides the outer function of that name']),
  ),
  'slips/syntax': as(
    good('sail(1);\n'),
    bad('sail(1;\n', '1:7-7 “)” is missing here'),
    good('let a = 1;\n{ let a = 2; sail(a); }\nfor (const a of b) { const a = 2; }\nvar c;\nvar c;\nout: { break out; }\n'),
    good('using = 3;\nexport { low as if };\n'),
    bad('const tide = 1;\nconst tide = 2;\nbreak;\n', ['2:7 tide is declared already in this block', '3:1 break is outside a loop']),
    bad("import low from 'low';\nconst low = 1;\nconst tide;\n", ['2:7 low is declared already in this block', '3:7 the constant tide has no value']),
    bad('export const a = 1;\nreturn a;\n', '2:1 return is outside a function'),
  ),
  'slips/unthrown-error': as(
    good("throw new Error('full');\nconst full = new Error('full');\nnew Berth();\n"),
    bad("if (full) new RangeError('full');\n", '1:11-33 RangeError is created here but not thrown'),
    bad("full || new Error('full');\n", '1:9 Error is created here but not thrown'),
  ),
};
