import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('php');

/** What `safety/*` finds. */
export const SAFETY_RULES: LanguageRules = {
  'safety/fixed-path': as(
    good("<?php $a = __DIR__ . '/tide.php';\n"),
    bad("<?php $a = '/var/www/tide.php';\n", '1:12-31 /var/www/tide.php exists on one machine only'),
  ),
  'safety/weak-digest': as(good("<?php hash('sha256', $tide);\n"), bad('<?php md5($tide);\n', '1:7-17 md5 can be forged')),
};
