import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('yaml');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    bad('a: /srv/pilot/tide\n', '1:4-19 /srv/pilot/tide exists on one machine only'),
    good("a: 'tide'\n"),
    bad("a: '/srv/pilot/tide'\n", '1:4 /srv/pilot/tide exists on one machine only'),
  ),
};
