import { fixedLetters } from '../../../finders/fixed-formats.js';
import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { type LiteralTextOptions, tellLiteralTexts } from '../../../finders/literal-texts.js';
import { sensitiveCalls } from '../../../finders/sensitive-calls.js';
import { TEXTS } from '../../../syntax/texts.js';
import { literalTextsInScript } from '../../javascript/literal-texts.js';
import { isSensitiveInScript, SENSITIVE_IN_SCRIPT } from '../../javascript/sensitive-calls.js';

const { as, bad, by, good } = writerFor('typescript');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good("const a = asset('tide');\n"),
    bad("import a from './tide.svg';\n", '1:15-27 ./tide.svg is the same in every language'),
  ),
  'locale/fixed-format': by(
    byTree(fixedLetters, TEXTS),
    good("const a = 'HH:mm';\n"),
    bad("const a = 'hh:mm a';\n", "1:11-20 'hh:mm a' is a format that only some countries use"),
  ),
  'locale/literal-text': by(
    byTree((source, options: LiteralTextOptions) => tellLiteralTexts(literalTextsInScript(source), options)),
    good('const a = <b title={t("x")}>{t("tide")} · 12</b>;\n', { file: 'berth.tsx' }),
    bad(
      'const a = <b title="Quay">Tide</b>;\n',
      ['1:20-26 this text can be shown in one language only', '1:27-31 this text can be shown in one language only'],
      { file: 'berth.tsx' },
    ),
    bad("alert('Tide' as string);\nconfirm('Moor?');\n", '2:9 this text can be shown in one language only'),
    bad('const a = <b>{"The tide is low"}</b>;\n', '1:15 this text can be shown in one language only', { file: 'berth.tsx' }),
  ),
  'locale/sensitive-call': by(
    byTree((source) => sensitiveCalls(source, SENSITIVE_IN_SCRIPT, isSensitiveInScript)),
    good('new Intl.Collator(language);\n'),
    bad('day.toLocaleTimeString(undefined);\n', '1:1-34 toLocaleTimeString uses the language of the machine here'),
  ),
};
