import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('php');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good("<?php $a = 'tide';\n"),
    bad("<?php $a = 'tide.pdf';\n", '1:12-22 tide.pdf is the same in every language'),
  ),
};
