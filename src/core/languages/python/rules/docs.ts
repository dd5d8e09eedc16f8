import { PYTHON_PUBLIC } from '../public-names.js';
import { undocumented } from '../../../finders/undocumented.js';
import { byTree, OFFERED } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { judgeSentence } from '../../../finders/sentences.js';
import { contentOf, standsAlone } from '../../../syntax/texts.js';
import { isFirstInBody } from '../sentences.js';

const { bad, by, good } = writerFor('python');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': by(
    undocumented(PYTHON_PUBLIC),
    good('def moor():\n    """Moor."""\ndef _sail():\n    pass\n'),
    bad(
      'class Quay:\n    def moor(self):\n        pass\n',
      ['1:7-11 Quay is public but not documented', '2:9-13 moor is public but not documented'],
    ),
  ),
  'docs/sentence': by(
    byTree(({ tree }) => tree.ofType('string')
      .filter((node) => standsAlone(node) && isFirstInBody(node) && /^[A-Za-z]{0,2}(?:"""|''')/.test(node.text))
      .flatMap((node) => {
          const { start, text } = contentOf(node);
          // A program can show its own documentation.
          return judgeSentence(text, start).map((hit) => ({ ...hit, ...OFFERED }));
        })),
    good('def moor():\n    """moor(ship) -> berth\n\n    Moors.\n    """\n'),
    good('def moor():\n    """Moor at the quay.\n\n    more\n    """\n'),
    bad('def moor():\n    """moor at the quay"""\n', '2:8-24 this begins with a small letter and has no full stop', {
      repaired: 'def moor():\n    """Moor at the quay."""\n',
    }),
  ),
};
