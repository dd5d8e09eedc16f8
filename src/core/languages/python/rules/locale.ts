import { hasGetters, madeByHand, PERCENT, shortTexts, tellFixedFormat } from '../../../finders/fixed-formats.js';
import { byTree, NO_HITS } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { sensitiveCalls } from '../../../finders/sensitive-calls.js';
import { TEXTS } from '../../../syntax/texts.js';
import { isSensitiveInPython, SENSITIVE_IN_PYTHON } from '../sensitive-calls.js';

const { as, bad, by, good } = writerFor('python');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(good("a = 'tide'\n"), bad("a = 'tide.gif'\n", '1:5-15 tide.gif is the same in every language')),
  'locale/fixed-format': by(
    byTree(({ tree, text: { text } }) => [
      ...shortTexts(tree).filter((node) => PERCENT.test(node.text)).map(tellFixedFormat),
      ...(hasGetters(text) ? madeByHand(tree) : NO_HITS),
    ], TEXTS),
    bad("a = f'{day.day}/{day.month}/{day.year}'\n", '1:5-40 this date is put together in an order that only some countries use'),
    good("day.strftime('%Y-%m-%d')\n"),
    bad("day.strftime('%d.%m.%Y')\n", "1:14 '%d.%m.%Y' is a format that only some countries use"),
  ),
  'locale/sensitive-call': by(
    byTree((source) => sensitiveCalls(source, SENSITIVE_IN_PYTHON, isSensitiveInPython)),
    good("day.strftime('%Y-%m-%d')\n"),
    bad(
      "day.strftime('%A %d')\nlocale.setlocale(locale.LC_ALL, '')\n",
      ['1:1-22 strftime uses the language of the machine here', '2:1-36 setlocale uses the language of the machine here'],
    ),
  ),
};
