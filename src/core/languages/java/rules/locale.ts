import { fixedLetters } from '../../../finders/fixed-formats.js';
import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { type LiteralTextOptions, tellLiteralTexts } from '../../../finders/literal-texts.js';
import { sensitiveCalls } from '../../../finders/sensitive-calls.js';
import { TEXTS } from '../../../syntax/texts.js';
import { literalTextsInJava } from '../literal-texts.js';
import { isSensitiveInJava, SENSITIVE_IN_JAVA } from '../sensitive-calls.js';

const { as, bad, by, good } = writerFor('java');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good('class Quay { String a = "tide"; }\n'),
    bad('class Quay { String a = "tide.wav"; }\n', '1:25-35 tide.wav is the same in every language'),
  ),
  'locale/fixed-format': by(
    byTree(fixedLetters, TEXTS),
    bad(
      'class Quay { String a = day.getDayOfMonth() + "/" + day.getMonthValue() + "/" + day.getYear(); }\n',
      '1:25-94 this date is put together in an order that only some countries use',
    ),
    good('class Quay { String a = "yyyy-MM-dd"; }\n'),
    bad('class Quay { String a = "MM/dd/yy"; }\n', '1:25 "MM/dd/yy" is a format that only some countries use'),
  ),
  'locale/literal-text': by(
    byTree((source, options: LiteralTextOptions) => tellLiteralTexts(literalTextsInJava(source), options)),
    good('class Quay { void moor() { label.setText(texts.get("tide")); } }\n'),
    bad('class Quay { void moor() { label.setText("Tide"); } }\n', '1:42-48 this text can be shown in one language only'),
  ),
  'locale/sensitive-call': by(
    byTree((source) => sensitiveCalls(source, SENSITIVE_IN_JAVA, isSensitiveInJava)),
    good('class Quay { String a = b.toLowerCase(Locale.ROOT), c = String.format(Locale.ROOT, "%d", 1); }\n'),
    bad(
      'class Quay { String a = b.toLowerCase(), c = String.format("%d", 1); }\n',
      ['1:25-40 toLowerCase uses the language of the machine here', '1:46-68 format uses the language of the machine here'],
    ),
    bad(
      'class Quay { Object a = NumberFormat.getInstance(), b = DateTimeFormatter.ofPattern("d MMM"), c = "%d".formatted(1); }\n',
      [
        '1:25 getInstance uses the language of the machine here', '1:57 ofPattern uses the language of the machine here',
        '1:99 formatted uses the language of the machine here',
      ],
    ),
    good('class Quay { Object a = NumberFormat.getInstance(Locale.ROOT), b = DateTimeFormatter.ofPattern("yyyy-MM-dd"); }\n'),
  ),
};
