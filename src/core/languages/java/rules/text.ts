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
    bad('class Quay {\n  void a() {\n  }\n  /** Moors. */\n  void b() {}\n}\n', '5:3-14 no empty line above this definition', { repaired: 'class Quay {\n  void a() {\n  }\n\n  /** Moors. */\n  void b() {}\n}\n' }),
  ),
};
