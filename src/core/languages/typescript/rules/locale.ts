import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('typescript');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good("const a = asset('tide');\n"),
    bad("import a from './tide.svg';\n", '1:15-27 ./tide.svg is the same in every language'),
  ),
};
