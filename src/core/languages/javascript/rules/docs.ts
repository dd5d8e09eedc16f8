import { SCRIPT_PUBLIC } from '../public-names.js';
import { undocumented } from '../../../finders/undocumented.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { bad, by, good } = writerFor('javascript');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': by(
    undocumented(SCRIPT_PUBLIC),
    good('/** Moors. */\nexport function moor() {}\nfunction sail() {}\n'),
    bad(
      'export function moor() {}\nexport class Quay {}\n',
      ['1:17-21 moor is public but not documented', '2:14-18 Quay is public but not documented'],
    ),
    bad('function moor() {}\nexport { moor };\n', '1:10 moor is public but not documented'),
    bad('exports.moor = function moor() {};\n', '1:25 moor is public but not documented'),
    good('// Moors.\nfunction moor() {}\n// Sails.\nmodule.exports = function sail() {};\nmodule.exports.moor = moor;\n'),
  ),
};
