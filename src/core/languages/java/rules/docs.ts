import { JAVA_PUBLIC } from '../public-names.js';
import { undocumented } from '../../../finders/undocumented.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('java');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': by(
    undocumented(JAVA_PUBLIC),
    good('class Quay { public void moor() { new Runnable() { public void run() {} }; } }\n'),
    good('/** A quay. */\npublic class Quay { private void moor() {} @Override public String toString() { return ""; } }\n'),
    bad(
      'public class Quay { public void moor() {} }\n',
      ['1:14-18 Quay is public but not documented', '1:33-37 moor is public but not documented'],
    ),
  ),
  'docs/sentence': as(
    good('/**\n * Moors the ship, as long\n * as the tide allows.\n *\n * - high\n */\nclass Quay {}\n'),
    good('/** Moors. */\nclass Quay { /** {@inheritDoc} */ void moor() {} }\n'),
    bad(
      '/**\n * moors at the quay\n * and waits\n * @since 1\n */\nclass Quay {}\n',
      '2:4-21 this begins with a small letter and has no full stop',
      { repaired: '/**\n * Moors at the quay\n * and waits.\n * @since 1\n */\nclass Quay {}\n' },
    ),
  ),
};
