import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('cpp');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/constants': as(
    good('#define LOW_TIDE 1\nconst int kLow = 1;\n'),
    bad('#define Low_Tide 1\n', '1:9-17 Low_Tide is not written like LOW_TIDE or lowTide or LowTide or low_tide'),
  ),
  'names/functions': as(
    good('int low_tide() { return 1; }\n'),
    bad('int Low_Tide() { return 1; }\n', '1:5-13 Low_Tide is not written like low_tide or lowTide or LowTide'),
  ),
  'names/length': as(
    good('int low() { return 1; }\n'),
    bad('int q() { return 1; }\n', '1:5-6 q has 1 character; at least 2 are required'),
  ),
  'names/types': as(
    good('template <> struct Quay<int> { int berth; };\n'),
    good('struct low_tide { int a; };\nclass Quay {};\n'),
    bad('class Low_Tide {};\n', '1:7-15 Low_Tide is not written like LowTide or low_tide'),
  ),
  'names/variables': as(
    good('void moor() { int low_tide = 1; int lowTide = 2; }\n'),
    bad('void moor() { int Low_Tide = 1; }\n', '1:19-27 Low_Tide is not written like low_tide or lowTide'),
  ),
};
