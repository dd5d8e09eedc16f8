import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('csharp');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/barred': as(
    good('using Harbour.Quay;\n', { options: { modules: ['Harbour.Tide'] } }),
    bad(
      'using Harbour.Tide.Low;\nusing static Harbour.Tide;\n',
      ['1:7-23 Harbour.Tide is barred here', '2:14-26 Harbour.Tide is barred here'],
      { options: { modules: ['Harbour.Tide'] } },
    ),
  ),
  'imports/repeated': as(
    good('using Harbour.Quay;\nusing static Harbour.Quay;\n'),
    bad('using Harbour.Quay;\nusing Harbour.Tide;\nusing Harbour.Quay;\n', '3:1-20 this module is imported above already', {
      repaired: 'using Harbour.Quay;\nusing Harbour.Tide;\n',
    }),
  ),
};
