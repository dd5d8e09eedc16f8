import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('javascript');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/constants': as(
    good('const LOW_TIDE = 1;\nconst lowTide = next();\n'),
    bad('const low_tide = 1;\n', '1:7-15 low_tide is not written like lowTide or LowTide or LOW_TIDE'),
    bad('const lowTide = 1;\n', '1:7 lowTide is not written like LOW_TIDE', { options: { form: 'upper' } }),
  ),
  'names/functions': as(
    good('function lowTide() {}\nclass Quay { moor() {} }\n'),
    bad('function low_tide() {}\n', '1:10-18 low_tide is not written like lowTide or LowTide'),
  ),
  'names/length': as(
    good('const tide = 1;\nfor (let i = 0; i < 1; i++) sail(i);\n'),
    bad('const q = 1;\n', '1:7-8 q has 1 character; at least 2 are required'),
  ),
  'names/types': as(good('class LowTide {}\n'), bad('class lowTide {}\n', '1:7-14 lowTide is not written like LowTide')),
  'names/variables': as(
    good('let lowTide = 1;\nlet _spare, $quay;\n'),
    bad('let low_tide = 1;\n', '1:5-13 low_tide is not written like lowTide or LowTide'),
    bad('let lowTide = 1;\n', '1:5 lowTide is not written like low_tide', { options: { form: 'snake' } }),
    bad('let lowTide = 1;\n', '1:5 lowTide does not match [a-z]+', { options: { pattern: '[a-z]+' } }),
  ),
};
