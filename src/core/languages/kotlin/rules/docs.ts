import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { undescribed } from '../../../finders/undescribed.js';
import { isPublic } from '../members.js';

const { as, bad, by, good } = writerFor('kotlin');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': by(
    undescribed(['class_declaration', 'function_declaration'], isPublic),
    good('/** The quay. */\nclass Quay { private fun moor() {}\n  /** Sails. */\n  fun sail() {}\n'
      + '  override fun toString() = "" }\ninternal fun low() {}\n'),
    bad(
      'class Quay { fun moor() {} }\n', ['1:7-11 Quay is public but not documented', '1:18-22 moor is public but not documented'],
    ),
  ),
  'docs/sentence': as(
    good('/** The quay. */\nclass Quay\n'),
    bad('/** the quay */\nclass Quay\n', '1:5-13 this begins with a small letter and has no full stop', {
      repaired: '/** The quay. */\nclass Quay\n',
    }),
  ),
};
