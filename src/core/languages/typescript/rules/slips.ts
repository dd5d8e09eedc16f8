import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('typescript');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/endless-loop': as(
    good('for (;;) { await next(); }\nfor (let i = n; i >= 0; i--) sail(i);\n'),
    bad('for (;;) { sail(); }\n', '1:1-9 nothing ends this loop'),
  ),
  'slips/fall-through': as(
    good('switch (a) {\n  case 1:\n    if (b) return; else throw new Error();\n  default:\n}\n'),
    bad('switch (a) {\n  case 1:\n    if (b) return;\n  default:\n    wait();\n}\n', '4:3-11 the case above continues into this one'),
  ),
  'slips/repeated-case': as(
    good('switch (true) { case next(): sail(); break; case next(): wait(); }\n'),
    bad("switch (tide) { case 'low': break; case 'low': break; }\n", "1:41-46 the case 'low' appears above already; this one is never reached"),
  ),
  'slips/shadowed-name': as(
    good('const tide = 1;\ntype Moor = (tide: number) => void;\n'),
    bad('const tide: number = 1;\nexport const moor = (tide: number): number => tide;\n', '2:22-26 tide hides the outer constant of that name'),
  ),
  'slips/syntax': as(
    good('const tide: number = 1;\n'),
    good('const berth = <b>{name}</b>;\n', { file: 'berth.tsx' }),
    bad('const tide: = 1;\n', '1:11-12 is not expected here: “:”'),
    bad('class Quay {\n  moor(): void {\n    if (this.free) {\n  }\n}\ninterface A {\n', '1:12 “{” is never closed'),
    good("export type * as Quay from './quay.js';\nexport type Tide<in out A> = import('./tide.js').Low<A>;\ndeclare module 'a' { global { interface Berth {} } }\nclass Pilot { accessor tide = 1; }\nconst rows = sql<{ tide: number }>`select`;\n"),
    good('type Visit<A> = { [type in keyof A]?: (node: A[type], more: { type: type }) => void };\ndeclare const sail: ({ low }?: Tide) => void;\nexport { low as type, type as high };\nlet pair: [symbol: number, any?: boolean];\nclass Quay { using(using: string): this { return this; } }\n'),
    good('interface Sail {\n  <Wind>(wind: Wind): Sail<Wind, 1>\n  <Wind extends 1, Tide = 2>(wind: Wind, tide: (tide: Tide, ...more: Wind[]) => 1): Sail<Wind, Tide>\n}\n'),
  ),
  'slips/unthrown-error': as(
    good("throw new TypeError('full');\n"),
    bad("new TypeError('full');\n", '1:1-22 TypeError is created here but not thrown'),
  ),
};
