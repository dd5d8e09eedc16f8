import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('php');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/constants': as(
    good('<?php const LOW_TIDE = 1;\n'),
    bad('<?php const lowTide = 1;\n', '1:13-20 lowTide is not written like LOW_TIDE'),
  ),
  'names/functions': as(
    good('<?php function low_tide() {} class Quay { function __construct() {} }\n'),
    bad('<?php function Low_Tide() {}\n', '1:16-24 Low_Tide is not written like lowTide or low_tide'),
  ),
  'names/length': as(good('<?php $low = 1;\n'), bad('<?php $q = 1;\n', '1:8-9 q has 1 character; at least 2 are required')),
  'names/types': as(
    good('<?php interface LowTide {}\n'),
    bad('<?php interface low_tide {}\n', '1:17-25 low_tide is not written like LowTide'),
  ),
  'names/variables': as(
    good('<?php $lowTide = 1; $low_tide = 2;\n'),
    bad('<?php $LowTide = 1;\n', '1:8-15 LowTide is not written like lowTide or low_tide'),
  ),
};
