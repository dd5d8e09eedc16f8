import { isOfLambda } from '../lambda-parameters.js';
import { shortNames } from '../../../finders/short-names.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('java');

/** What `names/*` finds. */
export const NAMES_RULES: LanguageRules = {
  'names/constants': as(
    good('class Quay { static final int LOW_TIDE = 1; static final Trim TRIM = name -> name.trim(); }\n'),
    bad('class Quay { static final int lowTide = 1; }\n', '1:31-38 lowTide is not written like LOW_TIDE'),
  ),
  'names/functions': as(
    good('class Quay { Quay() {} void lowTide() {} }\n'),
    bad('class Quay { void low_tide() {} }\n', '1:19-27 low_tide is not written like lowTide'),
  ),
  'names/length': by(
    shortNames(isOfLambda),
    good('class Quay { void moor() { quays.forEach(q -> sail(q)); quays.sort((p, q) -> p - q); } }\n'),
    bad(
      'class Quay { void moor() { quays.forEach(q -> { sail(q); }); } }\n', '1:42-43 q has 1 character; at least 2 are required',
    ),
    good('class Quay { int low; }\n'),
    bad('class Quay { int q; }\n', '1:18 q has 1 character; at least 2 are required'),
  ),
  'names/types': as(good('enum Tide { LOW }\n'), bad('enum tide { LOW }\n', '1:6-10 tide is not written like LowTide')),
  'names/variables': as(
    good('class Quay { int lowTide; }\n'),
    bad('class Quay { int low_tide; }\n', '1:18-26 low_tide is not written like lowTide'),
  ),
};
