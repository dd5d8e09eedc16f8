import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('java');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/barred': as(
    good('import harbour.Tide;\n', { options: { modules: ['harbour.old'] } }),
    bad('import harbour.old.Tide;\n', '1:8-24 harbour.old is barred here', { options: { modules: ['harbour.old'] } }),
  ),
  'imports/direction': as(
    good('import harbour.tides.Low;\n', { file: 'src/main/java/harbour/berths/A.java', options: { never: ['src/main/java/harbour/berths -> src/main/java/harbour/billing'] } }),
    bad('import harbour.billing.Tariff;\n', '1:8-30 [likely] src/main/java/harbour/berths may not take from src/main/java/harbour/billing', { file: 'src/main/java/harbour/berths/A.java', options: { never: ['src/main/java/harbour/berths -> src/main/java/harbour/billing'] } }),
  ),
};
