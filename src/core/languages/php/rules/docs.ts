import { PHP_PUBLIC } from '../public-names.js';
import { undocumented } from '../../../finders/undocumented.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { bad, by, good } = writerFor('php');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': by(
    undocumented(PHP_PUBLIC),
    good('<?php\n/** A quay. */\nclass Quay { private function moor() {} }\n'),
    bad('<?php function moor() {}\n', '1:16-20 moor is public but not documented'),
  ),
};
