import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('kotlin');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/spacing': as(
    good('val a = b + c\nval d = sail(1, 2)\nval e = listOf<Int>(-1)\n'),
    bad(
      'val a=b +c\nval d = sail(1,2)\n',
      ['1:6-7 no space around =', '1:9-10 no space after +', '2:15-16 no space after this comma'],
      { repaired: 'val a = b + c\nval d = sail(1, 2)\n' },
    ),
  ),
  'text/blank-between': as(
    good('class Quay {\n  fun moor() {\n  }\n\n  fun sail() {\n  }\n}\n'),
    bad('class Quay {\n  fun moor() {\n  }\n  fun sail() {\n  }\n}\n', '4:3-15 no empty line above this definition', {
      repaired: 'class Quay {\n  fun moor() {\n  }\n\n  fun sail() {\n  }\n}\n',
    }),
  ),
  'text/alignment': as(
    good('val low = 1\nval highest = 2\n'),
    bad('val low     = 1\nval highest = 2\n', '1:8-14 5 spaces before this =', { repaired: 'val low = 1\nval highest = 2\n' }),
  ),
};
