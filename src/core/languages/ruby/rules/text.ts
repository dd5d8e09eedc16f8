import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('ruby');

/** What `text/*` finds. */
export const TEXT_RULES: LanguageRules = {
  'text/spacing': as(
    good('a = b + c\nmoor(-1, *d)\n'),
    bad('a=b +c\nmoor(1,2)\n', ['1:2-3 no space around =', '1:5-6 no space after +', '2:7-8 no space after this comma'], {
      repaired: 'a = b + c\nmoor(1, 2)\n',
    }),
    good('moor -1\n'),
  ),
  'text/blank-between': as(
    good('class Quay\n  def moor\n    sail\n  end\n\n  # Sails.\n  def sail\n    moor\n  end\nend\n'),
    bad(
      'class Quay\n  def moor\n    sail\n  end\n  # Sails.\n  def sail\n    moor\n  end\nend\n',
      '6:3-11 no empty line above this definition',
      { repaired: 'class Quay\n  def moor\n    sail\n  end\n\n  # Sails.\n  def sail\n    moor\n  end\nend\n' },
    ),
  ),
  'text/alignment': as(
    good('low = 1\nhighest = 2\n'),
    bad('low     = 1\nhighest = 2\n', '1:4-10 5 spaces before this =', { repaired: 'low = 1\nhighest = 2\n' }),
  ),
};
