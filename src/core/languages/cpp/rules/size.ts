import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('cpp');

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('int moor(int a) { return a ? 1 : 2; }\n', { options: { max: 2 } }),
    bad(
      'int moor(int a) { for (int i = 0; i < a && a; ++i) sail(); return 1; }\n',
      '1:5-9 3 paths through this function, 1 over 2',
      { options: { max: 2 } },
    ),
  ),
  'size/class-members': as(
    good('class Quay { public: int a; void moor(); };\n', { options: { max: 2 } }),
    bad('class Quay { public: int a; void moor(); void sail(); };\n', '1:7-11 Quay has 3 members, 1 over 2', {
      options: { max: 2 },
    }),
  ),
  'size/condition-terms': as(
    good('bool a = b && c;\n', { options: { max: 2 } }),
    bad('bool a = b && c && d;\n', '1:10-21 3 parts in one condition, 1 over 2', { options: { max: 2 } }),
  ),
  'size/function-lines': as(
    good('int moor() {\n  return 1;\n}\n', { options: { max: 3 } }),
    bad('int moor() {\n  sail();\n  return 1;\n}\n', '1:5-9 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ),
  'size/nesting': as(
    good('void moor() { if (a) { if (b) sail(); } }\n', { options: { max: 2 } }),
    bad('void moor() { if (a) { if (b) { if (c) sail(); } } }\n', '1:33-47 nested 3 levels deep, 2 allowed', {
      options: { max: 2 },
    }),
  ),
  'size/parameters': as(
    good('int moor(void) { return 1; }\nint sail(int a, int b, int c);\n', { options: { max: 2 } }),
    bad('int moor(int a, int b, int c) { return 1; }\n', '1:9-30 3 parameters, 1 over 2', { options: { max: 2 } }),
  ),
};
