import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('cpp');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/alignment': as(
    good('int low = 1;\n'),
    bad('int low  = 1;\n', '1:8-11 2 spaces before this =', { repaired: 'int low = 1;\n' }),
  ),
  'text/blank-between': as(
    good('int sail() {\n  return 1;\n}\n\nint moor() {\n  return 2;\n}\n'),
    bad('int sail() {\n  return 1;\n}\nint moor() {\n  return 2;\n}\n', '4:1-13 no empty line above this definition', {
      repaired: 'int sail() {\n  return 1;\n}\n\nint moor() {\n  return 2;\n}\n',
    }),
  ),
  'text/spacing': as(
    good('int *a = &b;\nvector<int> c(d, -e);\nint f(int g = 1) { return (byte)*h + x; }\n'),
    bad(
      'int a=b+c;\nint d = sail(a,b);\n',
      ['1:6-7 no space around =', '1:8-9 no space around +', '2:15-16 no space after this comma'],
      { repaired: 'int a = b + c;\nint d = sail(a, b);\n' },
    ),
  ),
};
