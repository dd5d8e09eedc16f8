import { SCRIPT_PUBLIC } from '../../javascript/public-names.js';
import { undocumented } from '../../../finders/undocumented.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('typescript');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': by(
    undocumented(SCRIPT_PUBLIC),
    good('/** A tide. */\nexport type Tide = 1;\n// Moors.\nexport const moor = () => 1;\n'),
    bad(
      'export interface Tide { a: 1 }\nexport const moor = () => 1;\n',
      ['1:18-22 Tide is public but not documented', '2:14-18 moor is public but not documented'],
    ),
  ),
  'docs/sentence': as(
    good('/** Moors. More of it. */\nfunction moor(): void {}\n/** `moor` is first. */\nconst a = 1;\n'),
    bad('/** Moors at the quay */\nfunction moor(): void {}\n', '1:5-22 this has no full stop', {
      repaired: '/** Moors at the quay. */\nfunction moor(): void {}\n',
    }),
  ),
};
