import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { type LiteralTextOptions, SHOWN_ATTRIBUTES, tellLiteralTexts } from '../../../finders/literal-texts.js';
import { isButtonText } from '../literal-texts.js';

const { as, bad, by, good } = writerFor('html');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good('<img alt="tide">\n'),
    bad('<img src="tide.jpg">\n', '1:10-20 tide.jpg is the same in every language'),
  ),
  'locale/literal-text': by(
    byTree(({ tree }, options: LiteralTextOptions) => tellLiteralTexts([
        ...tree.ofType('text').filter(({ parent }) =>
          !/^(?:code|pre|kbd|samp|var)$/.test(parent?.firstPart?.firstPart?.text ?? '')),
        ...tree.ofType('attribute')
          .filter((node) => SHOWN_ATTRIBUTES.has(node.firstPart?.text.toLowerCase() ?? '') || isButtonText(node))
          .flatMap((node) => node.childOfType('quoted_attribute_value') ?? []),
      ], options)),
    bad('<input type="submit" value="Moor">\n', '1:28-34 this text can be shown in one language only'),
    good('<p>12</p><code>tide</code>\n'),
    bad('<p>Tide</p>\n', '1:4 this text can be shown in one language only'),
  ),
};
