import { unthrownErrors } from '../../../finders/unthrown-errors.js';
import { selfComparisons } from '../../../finders/self-comparisons.js';
import { assignedInConditions } from '../../../finders/assigned-in-tests.js';
import { byTree, eachNode, hitsOf } from '../../../finders/hits.js';
import { isBareBlock, judgeBlock } from '../../../finders/hollow-blocks.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { isLooseComparison, judgeComparison } from '../../../finders/loose-comparisons.js';
import { eachHolder } from '../../../finders/repeated-keys.js';
import { judgeCatch } from '../../../finders/swallowed-errors.js';
import { assignedInTests } from '../assigned-in-tests.js';
import { keyInScript } from '../repeated-keys.js';
import { ignoredRejections, listOf } from '../swallowed-errors.js';

const { as, bad, by, good } = writerFor('javascript');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': as(
    good('while (a < b) a += 1;\nfor (let i = 0; i < n; i += 1) sail(i);\nwhile (true) { if (next()) break; }\n'
      + 'while (next()) sail();\n'),
    bad(
      'while (true) { sail(); }\nfor (let i = 0; i < n; i--) sail(i);\nfunction moor(a) { while (a < 3) { sail(); } }\n',
      ['1:1-13 nothing ends this loop', '2:1-28 i counts away from the end of the loop', '3:20-33 nothing in the loop changes a'],
    ),
    bad(
      'export function moor(quays) { let i = 0; while (i < quays.length) { sail(quays[i]); } for (let j = 0; j < i; '
        + 'i++) sail(); }\n',
      ['1:42 nothing in the loop changes i', '1:87 i moves the end of the loop away'],
    ),
    good('export function moor(quays, n) { while (quays.length < n) sail(); }\n'),
    good('export function moor(quays) { let i = 0; while (i < quays.length) { sail(quays); } let full = false; while (!full) '
      + '{ full = sail(); } }\n'),
  ),
  'slips/fall-through': as(
    good('switch (a) {\n  case 1:\n  case 2:\n    sail();\n    break;\n  case 3: {\n    return;\n  }\n  case 4:\n    wait();\n'
      + '    // falls through\n  default:\n    switch (b) { case 1: return; default: throw c; }\n  case 5:\n}\n'),
    bad('switch (a) {\n  case 1:\n    sail();\n  case 2:\n    wait();\n}\n', '4:3-10 the case above continues into this one'),
    good('switch (a) {\n  case 1:\n    do { return; } while (b);\n  case 2:\n    out: { return; }\n  case 3:\n    sail();\n'
      + '  case 4:\n    break;\n  default:\n}\n'),
  ),
  'slips/repeated-case': as(
    good('switch (tide) { case 1: case 2: sail(); break; default: }\n'),
    bad(
      'switch (tide) { case 1: sail(); break; case 1: wait(); }\n',
      '1:45-46 the case 1 appears above already; this one is never reached',
    ),
  ),
  'slips/shadowed-name': as(
    good('const tide = 1;\nfunction moor(berth) { return tide + berth; }\nfunction sail(berth) { return berth; }\n'),
    bad(
      'const tide = 1;\nfunction moor(tide) { if (tide) { const moor = 2; sail(moor); } }\n',
      ['2:15-19 tide hides the outer constant of that name', '2:41-45 moor hides the outer function of that name'],
    ),
  ),
  'slips/syntax': as(
    good('sail(1);\n'),
    bad('sail(1;\n', '1:7-7 “)” is missing here'),
    good('let a = 1;\n{ let a = 2; sail(a); }\nfor (const a of b) { const a = 2; }\nvar c;\nvar c;\nout: { break out; }\n'),
    good('using = 3;\nexport { low as if };\n'),
    bad(
      'const tide = 1;\nconst tide = 2;\nbreak;\n', ['2:7 tide is declared already in this block', '3:1 break is outside a loop'],
    ),
    bad(
      "import low from 'low';\nconst low = 1;\nconst tide;\n",
      ['2:7 low is declared already in this block', '3:7 the constant tide has no value'],
    ),
    bad('export const a = 1;\nreturn a;\n', '2:1 return is outside a function'),
  ),
  'slips/unthrown-error': by(
    unthrownErrors({ callsMake: true }),
    good("throw new Error('full');\nconst full = new Error('full');\nnew Berth();\n"),
    bad("if (full) new RangeError('full');\n", '1:11-33 RangeError is created here but not thrown'),
    bad("full || new Error('full');\n", '1:9 Error is created here but not thrown'),
  ),
  'slips/assign-in-test': by(
    byTree((source) => [...assignedInConditions(source), ...assignedInTests(source)]),
    good('if (a === b) sail();\nwhile ((a = next())) sail();\nif (a && (b = c)) sail();\n'),
    bad(
      'if (a = b) sail();\nconst c = (d = e) ? 1 : 2;\n',
      ['1:5-10 this assigns a value where a test is expected', '2:12-17 this assigns a value where a test is expected'],
    ),
    bad('if (full && (tide = 3)) sail();\nfor (let i = 0; i = 5; i++) sail();\nquays.filter((quay) => quay.size = 3);\n', [
      '1:14 [possible] this assigns a value where a test is expected', '2:17 this assigns a value where a test is expected',
      '3:24 this assigns a value where a test is expected',
    ]),
    good('while (node = node.next) sail(node);\nfor (let i = 0, quay; quay = quays[i]; i++) sail(quay);\n'),
  ),
  'slips/hollow-block': by(
    eachNode(['statement_block', 'switch_body', 'empty_statement'], judgeBlock, isBareBlock),
    good('function moor() {}\nif (tide) { /* the pilot waits */ }\n'),
    bad('if (tide) {} else { }\n', ['1:11-13 this block is empty', '1:19-22 this block is empty']),
    bad('if (full);\nsail();\n', '1:10 this semicolon ends the if, so nothing depends on it'),
    bad(
      'while (full);\nif (full) { ; }\n',
      ['1:13 this semicolon ends the loop, so nothing is repeated', '2:11 this block is empty'],
    ),
    good('while (sail());\nfor (; full; full--);\n'),
  ),
  'slips/loose-compare': by(
    eachNode(['binary_expression'], (node) => judgeComparison(node, 'null'), isLooseComparison),
    good('if (a === b || c == null || undefined == d) sail();\n'),
    bad(
      'if (a == b || c != 1) sail();\n',
      [
        '1:7-9 == converts its operands before comparing; === does not',
        '1:17-19 != converts its operands before comparing; !== does not',
      ],
      { repaired: 'if (a == b || c != 1) sail();\n' },
    ),
    bad("if (typeof a == 'string') sail();\n", '1:14 == converts its operands before comparing; === does not', {
      repaired: "if (typeof a === 'string') sail();\n",
    }),
  ),
  'slips/repeated-key': by(
    eachHolder(['object', 'class_body', 'jsx_opening_element', 'jsx_self_closing_element'], keyInScript),
    good('const quay = { low: 1, high: 2, get tide() { return 1; }, set tide(t) {}, [a]: 1, [a]: 2 };\n'),
    bad("const quay = { low: 1, high: 2, 'low': 3 };\n", '1:33-38 the key low appears twice; only the last value counts'),
    bad(
      "const quay = { low: 1, ['low']: 2 };\nclass Quay { moor() {} static moor() {} get low() {} set low(low) {} moor() {} }\n",
      [
        '1:25 the key low appears twice; only the last value counts',
        '2:70 the key moor appears twice; only the last value counts',
      ],
    ),
  ),
  'slips/self-compare': by(
    selfComparisons({ hasNotANumber: 'either' }),
    good('if (a === b || a.x < b.x || next() === next()) sail();\nif (tide !== tide) wait();\n'),
    bad(
      'if (a.x === a.x || b < b) sail();\n', ['1:5-16 [possible] a.x is on both sides of ===', '1:20-25 b is on both sides of <'],
    ),
    bad(
      'if (low && high && low) sail();\ntide = tide;\n',
      ['1:20 low is tested twice in this condition', '2:1 tide is assigned to itself'],
    ),
    good('if (low && next() && low) sail();\n'),
  ),
  'slips/swallowed-error': by(
    byTree((source) =>
      [...hitsOf(source.tree.ofType('catch_clause'), (node) => listOf(judgeCatch(node))), ...ignoredRejections(source)]),
    good('try { sail(); } catch (error) { log.warn(error); }\ntry { sail(); } catch { /* the tide may be out */ }\n'),
    bad('try { sail(); } catch (error) {\n}\n', '1:17-30 the error caught here is ignored'),
    good('sail().catch(() => { /* the tide may be out */ });\nsail().catch((error) => log.warn(error));\n'),
    bad(
      'sail().catch(() => {});\nsail().catch(() => undefined);\n',
      ['1:14 the error caught here is ignored', '2:14 the error caught here is ignored'],
    ),
    bad(
      'sail().then(moor, () => {});\nsail().catch(noop);\n',
      ['1:19 the error caught here is ignored', '2:14 [possible] the error caught here is ignored'],
    ),
  ),
};
