import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('json');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good('{ "a": "tide" }\n'),
    bad('{ "a": "tide.png" }\n', '1:8-18 tide.png is the same in every language'),
  ),
};
