import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('kotlin');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/barred': as(
    good('import harbour.quay.Berth\n', { options: { modules: ['harbour.tide'] } }),
    bad('import harbour.tide.Low\n', '1:8-24 harbour.tide is barred here', { options: { modules: ['harbour.tide'] } }),
  ),
  'imports/direction': as(
    good('import harbour.tide.Low\n', { file: 'harbour/quay/Quay.kt', options: { never: ['harbour/quay -> harbour/billing'] } }),
    bad('import harbour.billing.Bill\n', '1:8-28 [likely] harbour/quay may not take from harbour/billing', {
      file: 'harbour/quay/Quay.kt', options: { never: ['harbour/quay -> harbour/billing'] },
    }),
  ),
  'imports/repeated': as(
    good('import harbour.Quay\nimport harbour.Tide\n'),
    bad('import harbour.Quay\nimport harbour.Tide\nimport harbour.Quay\n', '3:1-20 this module is imported above already', {
      repaired: 'import harbour.Quay\nimport harbour.Tide\n',
    }),
  ),
};
