import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('json');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good('{ "a": "tide" }\n'),
    bad('{ "a": "/srv/pilot/tide" }\n', '1:8-25 /srv/pilot/tide exists on one machine only'),
  ),
};
