import { CPP_RULES } from '../cpp/rules.js';
import { asIn, type LanguageRules } from '../../finders/language-rules.js';
import { DEAD_RULES } from './rules/dead.js';
import { IDIOM_RULES } from './rules/idiom.js';
import { IMPORTS_RULES } from './rules/imports.js';
import { TEXT_RULES } from './rules/text.js';

/** Rules that find in C what they find in C++: one grammar reads both. */
const AS_IN_CPP = [
  'dead/after-exit',
  'dead/branch',
  'docs/public-comment',
  'idiom/braces',
  'idiom/nested-choice',
  'locale/asset-path',
  'names/constants',
  'names/functions',
  'names/length',
  'names/types',
  'names/variables',
  'safety/fixed-path',
  'size/branches',
  'size/condition-terms',
  'size/function-lines',
  'size/nesting',
  'size/parameters',
  'slips/endless-loop',
  'slips/fall-through',
  'slips/repeated-case',
  'slips/shadowed-name',
  'slips/assign-in-test',
  'slips/hollow-block',
  'slips/self-compare',
  'slips/swallowed-error',
];

/** The rules that find here by themselves or as they do elsewhere; those about this language alone are in the catalog. */
export const C_RULES: LanguageRules = {
  ...asIn('cpp', CPP_RULES, AS_IN_CPP),
  ...DEAD_RULES,
  ...IDIOM_RULES,
  ...IMPORTS_RULES,
  ...TEXT_RULES,
};
