import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('python');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/alignment': as(
    good('low = 1\nhighest = 2\n'),
    bad('low     = 1\nhighest = 2\n', '1:4-10 5 spaces before this =', { repaired: 'low = 1\nhighest = 2\n' }),
  ),
  'text/blank-between': as(
    good('def sail():\n    pass\n\n@moored\ndef moor():\n    pass\n'),
    bad(
      'def sail():\n    pass\n\nclass Quay:\n    def a(self):\n        pass\n    def b(self):\n        pass\n',
      ['4:1-12 only 1 empty line above this definition, instead of 2', '7:5-17 no empty line above this definition'],
      {
        options: { outside: 2 },
        repaired: 'def sail():\n    pass\n\n\nclass Quay:\n    def a(self):\n        pass\n\n    def b(self):\n        pass\n',
      },
    ),
  ),
  'text/spacing': as(
    good('def moor(a, b=1, *c) -> int:\n    return a[1:-1] ** -b + f"{a+b=}"[0]\nsail(x=1, **d)\n'),
    bad(
      'a=b+1\nif a<b<=c: sail(a,b)\n',
      [
        '1:2-3 no space around =', '1:4-5 no space around +', '2:5-6 no space around <', '2:7-9 no space around <=',
        '2:18-19 no space after this comma',
      ],
      { repaired: 'a = b + 1\nif a < b <= c: sail(a, b)\n' },
    ),
  ),
};
