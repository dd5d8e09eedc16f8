import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('typescript');

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('class Quay {\n  moor(a?: number) { return a ? 1 : 2; }\n}\n', { options: { max: 2 } }),
    bad(
      'class Quay {\n  moor(a: number) {\n    switch (a) { case 1: case 2: default: return; }\n  }\n}\n',
      '2:3-7 3 paths through this function, 1 over 2',
      { options: { max: 2 } },
    ),
  ),
  'size/class-members': as(
    good('class Quay { moor(a: 1): void; moor(a: 2): void; moor(a: number) {} }\n', { options: { max: 2 } }),
    bad('class Quay { a: number; b: number; c: number; }\n', '1:7-11 Quay has 3 members, 1 over 2', { options: { max: 2 } }),
  ),
  'size/condition-terms': as(
    good('const a = b && c;\n', { options: { max: 2 } }),
    bad('const a = b && c && d;\n', '1:11-22 3 parts in one condition, 1 over 2', { options: { max: 2 } }),
  ),
  'size/function-lines': as(
    good('const moor = (): number => 1;\n', { options: { max: 3 } }),
    bad('class Quay {\n  moor(): void {\n    sail();\n    wait();\n  }\n}\n', '2:3-7 moor is 4 lines long, 1 over 3', {
      options: { max: 3 },
    }),
  ),
  'size/nesting': as(
    good('if (a) { if (b) sail(); }\n', { options: { max: 2 } }),
    bad(
      'try { if (a) { if (b) sail(); } } catch { wait(); }\n', '1:16-30 nested 3 levels deep, 2 allowed', { options: { max: 2 } },
    ),
  ),
  'size/parameters': as(
    good('function moor(this: Quay, berth: string, tide?: number) {}\n', { options: { max: 2 } }),
    good(
      'function moor(a: 1, b: 2, c: 3): void;\nfunction moor(...all: number[]) {}\ntype Moor = (a: 1, b: 2, c: 3) => void;\n',
      { options: { max: 2 } },
    ),
    bad('class Quay { moor(berth: string, tide: number, ...rest: string[]) {} }\n', '1:18-66 3 parameters, 1 over 2', {
      options: { max: 2 },
    }),
  ),
};
