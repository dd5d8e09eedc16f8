import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('shell');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good('cat "$HOME/tide"\n'),
    bad("cat '/srv/pilot/tide'\n", '1:5-22 /srv/pilot/tide exists on one machine only'),
    bad('cd /srv/pilot/tide\n', '1:4 /srv/pilot/tide exists on one machine only'),
  ),
};
