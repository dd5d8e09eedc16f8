import { eachNode, hitAt } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('css');

/** What `slips/*` finds. */
export const SLIPS_RULES: LanguageRules = {
  'slips/syntax': as(
    good('a { color: red ! important; }\n'),
    good('@import url("a.css") layer(quay);\na { background: url(../tide.png?low=1); width: 1px \\9;; }\n.b & { top: 0; }\n'
      + '@media (400px <= width <= 700px) { a { top: 0; } }\n@-moz-document url-prefix() { a { top: 0; } }\n'),
    good('@custom-media --low screen and (min-width: 30em);\ninput[type=tel i], :nth-child(10n-9) { top: 0; }\n'),
    bad('a { color: red; \n', '1:16-16 “}” is missing here'),
  ),
  'slips/hollow-block': by(
    eachNode(['block'], (node) => (node.parts.length === 0 ? hitAt(node, 'this rule is empty') : null)),
    good('a { color: red; }\nb { /* set by the kiosk */ }\n'),
    bad('a {\n}\n', '1:3-2:2 this rule is empty'),
  ),
};
