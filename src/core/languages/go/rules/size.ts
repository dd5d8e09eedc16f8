import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('go');

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('package quay\n\nfunc moor(a bool) {\n\tif a {\n\t}\n}\n', { options: { max: 2 } }),
    bad('package quay\n\nfunc moor(a bool) {\n\tif a && b {\n\t}\n}\n', '3:6-10 3 paths through this function, 1 over 2', {
      options: { max: 2 },
    }),
  ),
  'size/condition-terms': as(
    good('package quay\n\nvar a = b && c\n', { options: { max: 2 } }),
    bad('package quay\n\nvar a = b && c && d\n', '3:9-20 3 parts in one condition, 1 over 2', { options: { max: 2 } }),
  ),
  'size/function-lines': as(
    good('package quay\n\nfunc moor() {\n\tsail()\n}\n', { options: { max: 3 } }),
    bad(
      'package quay\n\nfunc moor() {\n\tsail()\n\twait()\n}\n', '3:6-10 moor is 4 lines long, 1 over 3', { options: { max: 3 } },
    ),
  ),
  'size/nesting': as(
    good('package quay\n\nfunc moor() {\n\tif a {\n\t\tfor {\n\t\t}\n\t}\n}\n', { options: { max: 2 } }),
    bad(
      'package quay\n\nfunc moor() {\n\tif a {\n\t\tfor {\n\t\t\tif b {\n\t\t\t}\n\t\t}\n\t}\n}\n',
      '6:4-10 nested 3 levels deep, 2 allowed',
      { options: { max: 2 } },
    ),
  ),
  'size/parameters': as(
    good('package quay\n\nfunc moor(a, b int) {}\n', { options: { max: 2 } }),
    bad('package quay\n\nfunc moor(a, b, c int) {}\n', '3:10-23 3 parameters, 1 over 2', { options: { max: 2 } }),
  ),
};
