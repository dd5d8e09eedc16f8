import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('javascript');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/alignment': as(
    good('const low = 1;\nconst highest = 2;\n'),
    good('a=1;\nb\n  = 2;\n'),
    bad('const low     = 1;\nconst highest =  2;\n', ['1:10-16 5 spaces before this =', '2:15-16 2 spaces after this ='], {
      repaired: 'const low = 1;\nconst highest = 2;\n',
    }),
    bad('const low = 1;\nconst highest = 2;\n\nconst a = 3;\n', '1:11 this = is not in the column of those around it', {
      options: { style: 'columns' }, repaired: 'const low     = 1;\nconst highest = 2;\n\nconst a = 3;\n',
    }),
  ),
  'text/blank-between': as(
    good('function sail() {\n  go();\n}\n\n// Waits.\nfunction moor() {\n  wait();\n}\nconst a = 1;\nclass Quay {\n  a() {}\n'
      + '  b() {}\n}\n'),
    bad('function sail() {\n  go();\n}\n// Waits.\nfunction moor() {}\n', '5:1-19 no empty line above this definition', {
      repaired: 'function sail() {\n  go();\n}\n\n// Waits.\nfunction moor() {}\n',
    }),
    bad('class Quay {\n  a() {\n  }\n  b() {}\n}\n', '4:3 no empty line above this definition', {
      repaired: 'class Quay {\n  a() {\n  }\n\n  b() {}\n}\n',
    }),
  ),
  'text/spacing': as(
    good('const tide = low + high * 2;\nsail(a, b, -c);\nconst f = (a = 1) => a ? b : c;\n'),
    good('sail(...a);\nb = [c,];\nfor (let i = 0; i < 3; i++) {}\n'),
    bad(
      'const tide=low+ high;\nsail(a,b);\n',
      ['1:11-12 no space around =', '1:15-16 no space before +', '2:7-8 no space after this comma'],
      { repaired: 'const tide = low + high;\nsail(a, b);\n' },
    ),
    bad(
      'const f = (a=1)=>a?b :c;\n',
      ['1:13 no space around =', '1:16 no space around =>', '1:19 no space around ?', '1:22 no space after :'],
      { repaired: 'const f = (a = 1) => a ? b : c;\n' },
    ),
    bad('a = b*c+d;\n', '1:8 no space around +', { options: { tight: ['*'] }, repaired: 'a = b*c + d;\n' }),
    good('sail(a,b);\n', { options: { commas: false } }),
  ),
};
