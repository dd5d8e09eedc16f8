import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('typescript');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/constants': as(
    good('const LOW_TIDE: number = 1;\n'),
    bad('const Low_Tide: number = 1;\n', '1:7-15 Low_Tide is not written like lowTide or LowTide or LOW_TIDE'),
  ),
  'names/functions': as(
    good('class Quay { lowTide(): void {} }\n'),
    bad('class Quay { low_tide(): void {} }\n', '1:14-22 low_tide is not written like lowTide or LowTide'),
  ),
  'names/length': as(good('type Tide = 1;\n'), bad('type Q = 1;\n', '1:6-7 Q has 1 character; at least 2 are required')),
  'names/types': as(
    bad('type $tide = 1;\n', '1:6-11 $tide is not written like LowTide'),
    good('type LowTide = 1;\ninterface Quay {}\n'),
    bad(
      'type lowTide = 1;\ninterface quay {}\n',
      ['1:6 lowTide is not written like LowTide', '2:11 quay is not written like LowTide'],
    ),
  ),
  'names/variables': as(
    good('function moor(lowTide: number) {}\n'),
    bad('function moor(low_tide: number) {}\n', '1:15-23 low_tide is not written like lowTide or LowTide'),
  ),
};
