import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('css');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good('a { background: url("tide.png"); }\n'),
    bad('a { background: url("/srv/pilot/tide.png"); }\n', '1:21-42 /srv/pilot/tide.png exists on one machine only'),
  ),
};
