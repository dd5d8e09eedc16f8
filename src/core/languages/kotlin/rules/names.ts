import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('kotlin');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/functions': as(
    good('fun lowTide() {}\nfun Quay() {}\n'),
    bad('fun low_tide() {}\n', '1:5-13 low_tide is not written like lowTide or LowTide'),
  ),
  'names/types': as(
    good('class LowTide\nobject Quay\ntypealias Low = Int\n'),
    bad(
      'class low_tide\ninterface quay\n',
      ['1:7-15 low_tide is not written like LowTide', '2:11-15 quay is not written like LowTide'],
    ),
  ),
  'names/variables': as(
    good('fun moor(lowTide: Int) { val highTide = 1 }\n'),
    bad(
      'fun moor(low_tide: Int) { val HighTide = 1 }\n',
      ['1:10-18 low_tide is not written like lowTide', '1:31-39 HighTide is not written like lowTide'],
    ),
  ),
  'names/constants': as(
    good('const val LOW_TIDE = 1\n'), bad('const val lowTide = 1\n', '1:11-18 lowTide is not written like LOW_TIDE'),
  ),
  'names/length': as(
    good('fun low(tide: Int) = tide\n'), bad('fun low() { val q = 1 }\n', '1:17-18 q has 1 character; at least 2 are required'),
  ),
};
