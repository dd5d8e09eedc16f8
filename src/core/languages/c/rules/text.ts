import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('c');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/alignment': as(
    good('int low = 1;\n'),
    bad('int low  = 1;\n', '1:8-11 2 spaces before this =', { repaired: 'int low = 1;\n' }),
  ),
  'text/blank-between': as(
    good('int sail(void);\nint moor(void);\n'),
    bad('int sail() {\n}\nint moor() {\n}\n', '3:1-13 no empty line above this definition', {
      repaired: 'int sail() {\n}\n\nint moor() {\n}\n',
    }),
  ),
  'text/spacing': as(good('char a[] = { 1, 2 };\n'), bad('int a=1;\n', '1:6-7 no space around =', { repaired: 'int a = 1;\n' })),
};
