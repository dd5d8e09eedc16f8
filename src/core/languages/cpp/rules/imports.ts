import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('cpp');

/** What `imports/*` finds. */
export const IMPORTS_RULES: LanguageRules = {
  'imports/circle': as(
    good('#include "tide.hpp"\n', { file: 'quay.hpp', others: { 'tide.hpp': 'int tide();\n' } }),
    bad('#include "tide.hpp"\n', '1:10-20 these files import each other in a circle: quay.hpp → tide.hpp → quay.hpp', {
      file: 'quay.hpp', others: { 'tide.hpp': '#include "quay.hpp"\n' },
    }),
  ),
  'imports/direction': as(
    good('#include <billing/tariff.h>\n#include "tide.h"\n', { file: 'kiosk/a.cpp', options: { never: ['kiosk -> billing'] } }),
    bad('#include "../billing/tariff.h"\n', '1:10-31 kiosk may not take from billing', {
      file: 'kiosk/a.cpp', options: { never: ['kiosk -> billing'] },
    }),
  ),
};
