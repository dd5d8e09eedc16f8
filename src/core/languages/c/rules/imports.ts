import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('c');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/circle': as(
    good('#include "tide.h"\n', { file: 'quay.h', others: { 'tide.h': 'int tide(void);\n' } }),
    bad('#include "tide.h"\n', '1:10-18 these files import each other in a circle: quay.h → tide.h → quay.h', {
      file: 'quay.h', others: { 'tide.h': '#include "quay.h"\n' },
    }),
  ),
  'imports/direction': as(
    good('#include "../tides/low.h"\n', { file: 'kiosk/a.c', options: { never: ['kiosk -> billing'] } }),
    bad('#include "billing/tariff.h"\n', '1:10-28 [likely] kiosk may not take from billing', {
      file: 'kiosk/a.c', options: { never: ['kiosk -> billing'] },
    }),
  ),
};
