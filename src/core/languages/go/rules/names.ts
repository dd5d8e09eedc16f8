import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('go');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/constants': as(
    good('package quay\n\nconst LowTide = 1\n'),
    bad('package quay\n\nconst LOW_TIDE = 1\n', '3:7-15 LOW_TIDE is not written like lowTide or LowTide'),
  ),
  'names/functions': as(
    good('package quay\n\nfunc LowTide() {}\n'),
    bad('package quay\n\nfunc low_tide() {}\n', '3:6-14 low_tide is not written like lowTide or LowTide'),
  ),
  'names/length': as(
    good('package quay\n\nvar low = 1\n'),
    bad('package quay\n\nvar q = 1\n', '3:5-6 q has 1 character; at least 2 are required'),
  ),
  'names/types': as(
    good('package quay\n\ntype lowTide struct{}\n'),
    bad('package quay\n\ntype low_tide struct{}\n', '3:6-14 low_tide is not written like lowTide or LowTide'),
  ),
  'names/variables': as(
    good('package quay\n\nvar lowTide = 1\n'),
    bad('package quay\n\nvar low_tide = 1\n', '3:5-13 low_tide is not written like lowTide or LowTide'),
  ),
};
