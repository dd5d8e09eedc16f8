import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('csharp');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/functions': as(
    good('class Quay { Quay() {} void LowTide() {} }\n'),
    bad('class Quay { void lowTide() {} }\n', '1:19-26 lowTide is not written like LowTide'),
  ),
  'names/types': as(
    good('struct LowTide {}\ninterface IQuay {}\nrecord Berth(int Low);\n'),
    bad(
      'class lowTide {}\nenum quay_kind { A }\n',
      ['1:7-14 lowTide is not written like LowTide', '2:6-15 quay_kind is not written like LowTide'],
    ),
  ),
  'names/variables': as(
    good('class Quay { int _low; void Moor(int lowTide) { var highTide = 1; } }\n'),
    bad(
      'class Quay { void Moor(int LowTide) { var high_tide = 1; } }\n',
      ['1:28-35 LowTide is not written like lowTide', '1:43-52 high_tide is not written like lowTide'],
    ),
  ),
  'names/constants': as(
    good('class Quay { const int LowTide = 1; static readonly int HIGH = 2; }\n'),
    bad('class Quay { const int lowTide = 1; }\n', '1:24-31 lowTide is not written like LowTide or LOW_TIDE'),
  ),
  'names/length': as(
    good('class Quay { int Low(int tide) => tide; }\n'),
    bad('class Quay { int Low() { var q = 1; return q; } }\n', '1:30-31 q has 1 character; at least 2 are required'),
  ),
};
