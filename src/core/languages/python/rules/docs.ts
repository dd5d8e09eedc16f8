import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('python');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': as(
    good('def moor():\n    """Moor."""\ndef _sail():\n    pass\n'),
    bad('class Quay:\n    def moor(self):\n        pass\n', ['1:7-11 Quay is public but not documented', '2:9-13 moor is public but not documented']),
  ),
};
