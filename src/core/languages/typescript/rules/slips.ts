import { unthrownErrors } from '../../../finders/unthrown-errors.js';
import { selfComparisons } from '../../../finders/self-comparisons.js';
import { assignedInConditions } from '../../../finders/assigned-in-tests.js';
import { byTree, eachNode, hitsOf } from '../../../finders/hits.js';
import { isBareBlock, judgeBlock } from '../../../finders/hollow-blocks.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { isLooseComparison, judgeComparison } from '../../../finders/loose-comparisons.js';
import { eachHolder } from '../../../finders/repeated-keys.js';
import { judgeCatch } from '../../../finders/swallowed-errors.js';
import { assignedInTests } from '../../javascript/assigned-in-tests.js';
import { keyInScript } from '../../javascript/repeated-keys.js';
import { ignoredRejections, listOf } from '../../javascript/swallowed-errors.js';

const { as, bad, by, good } = writerFor('typescript');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': as(
    good('for (;;) { await next(); }\nfor (let i = n; i >= 0; i--) sail(i);\n'),
    bad('for (;;) { sail(); }\n', '1:1-9 nothing ends this loop'),
  ),
  'slips/fall-through': as(
    good('switch (a) {\n  case 1:\n    if (b) return; else throw new Error();\n  default:\n}\n'),
    bad(
      'switch (a) {\n  case 1:\n    if (b) return;\n  default:\n    wait();\n}\n',
      '4:3-11 the case above continues into this one',
    ),
  ),
  'slips/repeated-case': as(
    good('switch (true) { case next(): sail(); break; case next(): wait(); }\n'),
    bad(
      "switch (tide) { case 'low': break; case 'low': break; }\n",
      "1:41-46 the case 'low' appears above already; this one is never reached",
    ),
  ),
  'slips/shadowed-name': as(
    good('const tide = 1;\ntype Moor = (tide: number) => void;\n'),
    bad(
      'const tide: number = 1;\nexport const moor = (tide: number): number => tide;\n',
      '2:22-26 tide hides the outer constant of that name',
    ),
  ),
  'slips/syntax': as(
    good('const tide: number = 1;\n'),
    good('const berth = <b>{name}</b>;\n', { file: 'berth.tsx' }),
    bad('const tide: = 1;\n', '1:11-12 is not expected here: “:”'),
    bad('class Quay {\n  moor(): void {\n    if (this.free) {\n  }\n}\ninterface A {\n', '1:12 “{” is never closed'),
    good("export type * as Quay from './quay.js';\nexport type Tide<in out A> = import('./tide.js').Low<A>;\n"
      + "declare module 'a' { global { interface Berth {} } }\nclass Pilot { accessor tide = 1; }\n"
      + 'const rows = sql<{ tide: number }>`select`;\n'),
    good('type Visit<A> = { [type in keyof A]?: (node: A[type], more: { type: type }) => void };\n'
      + 'declare const sail: ({ low }?: Tide) => void;\nexport { low as type, type as high };\n'
      + 'let pair: [symbol: number, any?: boolean];\nclass Quay { using(using: string): this { return this; } }\n'),
    good('interface Sail {\n  <Wind>(wind: Wind): Sail<Wind, 1>\n'
      + '  <Wind extends 1, Tide = 2>(wind: Wind, tide: (tide: Tide, ...more: Wind[]) => 1): Sail<Wind, Tide>\n}\n'),
  ),
  'slips/unthrown-error': by(
    unthrownErrors({ callsMake: true }),
    good("throw new TypeError('full');\n"),
    bad("new TypeError('full');\n", '1:1-22 TypeError is created here but not thrown'),
  ),
  'slips/assign-in-test': by(
    byTree((source) => [...assignedInConditions(source), ...assignedInTests(source)]),
    good('do sail(); while (a === b);\n'),
    bad('if (a && (b = c) === d || e) sail();\nwhile (a = b) sail();\n', '2:8-13 this assigns a value where a test is expected'),
  ),
  'slips/hollow-block': by(
    eachNode(['statement_block', 'switch_body', 'empty_statement'], judgeBlock, isBareBlock),
    good('while (tide) { sail(); }\n'),
    bad('try {\n} finally { sail(); }\n', '1:5-2:2 this block is empty'),
  ),
  'slips/loose-compare': by(
    eachNode(['binary_expression'], (node) => judgeComparison(node, 'null'), isLooseComparison),
    good('const same = a === b;\n'),
    bad('const same = a != b;\n', '1:16-18 != converts its operands before comparing; !== does not'),
    bad(
      'const berth = <b>{a == b}</b>;\n', '1:21 == converts its operands before comparing; === does not', { file: 'berth.tsx' },
    ),
  ),
  'slips/repeated-key': by(
    eachHolder(['object', 'class_body', 'jsx_opening_element', 'jsx_self_closing_element'], keyInScript),
    good('const quay = { low: 1, ...other, lower: 2 };\n'),
    bad('const quay = { low: 1, low() { return 2; } };\n', '1:24-27 the key low appears twice; only the last value counts'),
    bad('const quay = <Quay low={1} high={2} low={3} />;\n', '1:37 the key low appears twice; only the last value counts', {
      file: 'quay.tsx',
    }),
    good('class Quay { constructor(a: 1); constructor(a: 2); constructor(a: any) {} moor(a: 1): void; moor(a: any) {} }\n'),
  ),
  'slips/self-compare': by(selfComparisons({ hasNotANumber: 'either' }), good('const same = a - a;\n'), bad(
    'const same = a && a;\n', '1:14-20 a is on both sides of &&',
  )),
  'slips/swallowed-error': by(
    byTree((source) =>
      [...hitsOf(source.tree.ofType('catch_clause'), (node) => listOf(judgeCatch(node))), ...ignoredRejections(source)]),
    good('try { sail(); } catch { return null; }\n'),
    bad('for (const a of b) try { sail(a); } catch (error: unknown) { continue; }\n', '1:37-59 the error caught here is ignored'),
  ),
};
