import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('ruby');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/functions': as(
    good('def low_tide?; end\ndef tide!; end\ndef ==(other); end\n'),
    bad('def lowTide; end\n', '1:5-12 lowTide is not written like low_tide'),
  ),
  'names/types': as(
    good('class LowTide; end\nmodule Quay; end\n'),
    bad(
      'class Low_Tide; end\nmodule Quay_Side; end\n',
      ['1:7-15 Low_Tide is not written like LowTide', '2:8-17 Quay_Side is not written like LowTide'],
    ),
  ),
  'names/variables': as(
    good('def moor(low_tide)\n  high, _rest = low_tide\nend\n'),
    bad(
      'def moor(lowTide)\n  highTide = lowTide\n  sail(highTide)\nend\n',
      ['1:10-17 lowTide is not written like low_tide', '2:3-11 highTide is not written like low_tide'],
    ),
  ),
  'names/length': as(
    good('def low(tide)\n  tide\nend\n'),
    bad('def low\n  q = 1\n  sail(q)\nend\n', '2:3-4 q has 1 character; at least 2 are required'),
  ),
};
