import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('java');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/alignment': as(
    good('class Quay { int low = 1; }\n'),
    bad('class Quay { int low  = 1; }\n', '1:21-24 2 spaces before this =', { repaired: 'class Quay { int low = 1; }\n' }),
  ),
  'text/blank-between': as(
    good('class Quay {\n  void a() {\n  }\n\n  /** Moors. */\n  void b() {}\n}\n'),
    bad('class Quay {\n  void a() {\n  }\n  /** Moors. */\n  void b() {}\n}\n', '5:3-14 no empty line above this definition', {
      repaired: 'class Quay {\n  void a() {\n  }\n\n  /** Moors. */\n  void b() {}\n}\n',
    }),
  ),
  'text/spacing': as(
    good('class Quay { int low = 1; Map<String, Integer> all = x -> x > 0 ? a : b; }\n'),
    bad(
      'class Quay { int low=a+1; Map<String,Integer> all; }\n',
      ['1:21-22 no space around =', '1:23-24 no space around +', '1:37-38 no space after this comma'],
      { repaired: 'class Quay { int low = a + 1; Map<String, Integer> all; }\n' },
    ),
  ),
};
