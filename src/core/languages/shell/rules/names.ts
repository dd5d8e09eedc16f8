import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('shell');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/constants': as(
    good('readonly LOW_TIDE=1\n'),
    bad('readonly low_tide=1\n', '1:10-18 low_tide is not written like LOW_TIDE'),
  ),
  'names/functions': as(
    good('low_tide() { sail; }\n'),
    bad('lowTide() { sail; }\n', '1:1-8 lowTide is not written like low_tide or low-tide'),
  ),
  'names/length': as(good('low=1\n'), bad('q=1\n', '1:1-2 q has 1 character; at least 2 are required')),
  'names/variables': as(
    good('low_tide=1\nLOW=2\n'),
    bad('lowTide=1\n', '1:1-8 lowTide is not written like low_tide or LOW_TIDE'),
  ),
};
