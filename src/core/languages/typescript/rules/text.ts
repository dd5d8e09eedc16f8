import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('typescript');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/alignment': as(
    good('type Low = 1;\n'),
    bad('class Quay {\n  low: number  = 1;\n}\n', '2:14-17 2 spaces before this =', {
      repaired: 'class Quay {\n  low: number = 1;\n}\n',
    }),
  ),
  'text/blank-between': as(
    good('function sail(a: string): void;\nfunction sail(a: number): void;\nfunction sail(a: unknown): void {\n  go(a);\n}\n'),
    bad('export function sail(): void {\n}\nexport class Quay {\n}\n', '3:1-20 no empty line above this definition', {
      repaired: 'export function sail(): void {\n}\n\nexport class Quay {\n}\n',
    }),
  ),
  'text/spacing': as(
    good('type Tide =\n  | Low\n  | High;\nfunction moor<A, B = A>(a?: A, b = 1): B { return a as B; }\n'),
    bad(
      'type Tide=Low|High;\nenum Berth { A=1 }\n',
      ['1:10-11 no space around =', '1:14-15 no space around |', '2:15-16 no space around ='],
      { repaired: 'type Tide = Low | High;\nenum Berth { A = 1 }\n' },
    ),
  ),
};
