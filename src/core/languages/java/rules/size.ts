import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('java');

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('class Quay { void moor(int a) { if (a > 1) sail(); } }\n', { options: { max: 2 } }),
    bad(
      'class Quay { void moor(int a) { switch (a) { case 1: break; case 2: break; default: } } }\n',
      '1:19-23 3 paths through this function, 1 over 2',
      { options: { max: 2 } },
    ),
  ),
  'size/class-members': as(
    good('class Quay { int a, b; class Inner {} }\n', { options: { max: 2 } }),
    bad('class Quay { int a, b; void moor() {} }\n', '1:7-11 Quay has 3 members, 1 over 2', { options: { max: 2 } }),
  ),
  'size/condition-terms': as(
    good('class Quay { boolean a = b && c; }\n', { options: { max: 2 } }),
    bad('class Quay { boolean a = b && c || d; }\n', '1:26-37 3 parts in one condition, 1 over 2', { options: { max: 2 } }),
  ),
  'size/function-lines': as(
    good('class Quay {\n  int moor() {\n    return 1;\n  }\n}\n', { options: { max: 3 } }),
    bad('class Quay {\n  int moor() {\n    sail();\n    return 1;\n  }\n}\n', '2:7-11 moor is 4 lines long, 1 over 3', {
      options: { max: 3 },
    }),
  ),
  'size/nesting': as(
    good('class Quay { void moor() { if (a) { if (b) sail(); } } }\n', { options: { max: 2 } }),
    bad('class Quay { void moor() { if (a) { if (b) { if (c) sail(); } } } }\n', '1:46-60 nested 3 levels deep, 2 allowed', {
      options: { max: 2 },
    }),
  ),
  'size/parameters': as(
    good('class Quay { void moor(int berth, int tide) {} }\n', { options: { max: 2 } }),
    bad('class Quay { void moor(int berth, int tide, int... more) {} }\n', '1:23-57 3 parameters, 1 over 2', {
      options: { max: 2 },
    }),
  ),
};
