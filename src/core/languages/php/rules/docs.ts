import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('php');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': as(
    good('<?php\n/** A quay. */\nclass Quay { private function moor() {} }\n'),
    bad('<?php function moor() {}\n', '1:16-20 moor is public but not documented'),
  ),
};
