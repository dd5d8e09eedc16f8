import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('html');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good('<img src="/img/tide.png">\n'),
    bad('<img src="/srv/pilot/tide.png">\n', '1:10-31 /srv/pilot/tide.png exists on one machine only'),
  ),
};
