import { fixedLetters } from '../../../finders/fixed-formats.js';
import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { type LiteralTextOptions, tellLiteralTexts } from '../../../finders/literal-texts.js';
import { sensitiveCalls } from '../../../finders/sensitive-calls.js';
import { TEXTS } from '../../../syntax/texts.js';
import { literalTextsInScript } from '../literal-texts.js';
import { isSensitiveInScript, SENSITIVE_IN_SCRIPT } from '../sensitive-calls.js';

const { as, bad, by, good } = writerFor('javascript');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good("show('tide.js', '.png');\n"),
    bad("show('img/tide.png');\n", '1:6-20 img/tide.png is the same in every language'),
    bad('show(`img/${tide}.png`);\n', '1:6 img/${tide}.png is the same in every language'),
  ),
  'locale/fixed-format': by(
    byTree(fixedLetters, TEXTS),
    good("format(day, 'yyyy-MM-dd');\n"),
    bad("format(day, 'dd/MM/yyyy');\n", "1:13-25 'dd/MM/yyyy' is a format that only some countries use"),
    bad("const a = (day.getMonth() + 1) + '/' + day.getDate() + '/' + day.getFullYear();\n"
      + "const b = `${day.getDate()}.${day.getMonth() + 1}.${day.getFullYear()}`;\nprice.toFixed(2).replace('.', ',');\n", [
        '1:11 this date is put together in an order that only some countries use',
        '2:11 this date is put together in an order that only some countries use',
        '3:1 this puts in separators that only some countries use',
      ]),
    good('const a = `${day.getFullYear()}-${day.getMonth() + 1}-${day.getDate()}`;\nconst b = low.getDate() - high.getDate();\n'),
  ),
  'locale/literal-text': by(
    byTree((source, options: LiteralTextOptions) => tellLiteralTexts(literalTextsInScript(source), options)),
    good("alert(text('tide'));\nlog.info('The tide is low');\n"),
    bad(
      "alert('The tide is low');\nberth.textContent = 'Free';\n",
      ['1:7-24 this text can be shown in one language only', '2:21-27 this text can be shown in one language only'],
    ),
    bad(
      "document.title = 'Harbour plan';\nberth.setAttribute('aria-label', 'Close');\n",
      ['1:18 this text can be shown in one language only', '2:34 this text can be shown in one language only'],
    ),
    good("plan.title = 'tide';\nberth.setAttribute('data-tide', 'Low');\n"),
    bad(
      "alert('The tide is low');\nalert(`Moor ${tide}?`);\n",
      ['1:7 this text can be shown in one language only', '2:7 this text can be shown in one language only'],
      { options: { bundle: 'texts/en.json' }, repaired: "alert(text('the-tide-is-low'));\nalert(`Moor ${tide}?`);\n" },
    ),
  ),
  'locale/sensitive-call': by(
    byTree((source) => sensitiveCalls(source, SENSITIVE_IN_SCRIPT, isSensitiveInScript)),
    good("day.toLocaleString('en');\nname.toLowerCase();\na.localeCompare(b, 'en');\n"),
    bad('day.toLocaleDateString();\na.localeCompare(b);\nnew Intl.NumberFormat();\n', [
      '1:1-25 toLocaleDateString uses the language of the machine here',
      '2:1-19 localeCompare uses the language of the machine here', '3:1-24 NumberFormat uses the language of the machine here',
    ]),
  ),
};
