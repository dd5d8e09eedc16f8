import { SCRIPT_PRINTING } from '../../javascript/printing-calls.js';
import { printingCalls } from '../../../finders/printing-calls.js';
import { endsOfLists } from '../../../finders/last-commas.js';
import { SCRIPT_LISTS } from '../../javascript/lists.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('typescript');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/braces': as(
    good('const sail = (a: number) => a;\n'),
    bad('while (a) sail();\n', '1:11-18 this loop has no braces', { repaired: 'while (a) { sail(); }\n' }),
  ),
  'idiom/debug-print': by(printingCalls(SCRIPT_PRINTING), good('log.debug(tide);\n'), bad(
    'console.table(tides);\n', '1:1-21 console.table bypasses the log',
  )),
  'idiom/last-comma': by(
    endsOfLists([...SCRIPT_LISTS, 'enum_body']),
    good('enum Berth {\n  A,\n  B,\n}\nfunction moor<A,>(a: A) {}\n'),
    bad(
      "import {\n  a,\n  b\n} from './quay.js';\nenum Berth { A, B, }\n",
      ['3:4-4 a comma is missing after the last item', '5:18-19 a comma after the last item'],
      { repaired: "import {\n  a,\n  b,\n} from './quay.js';\nenum Berth { A, B }\n" },
    ),
  ),
  'idiom/nested-choice': as(
    good('const a: number = b ? 1 : 2;\n'),
    bad('const a = b ? (c ? 1 : 2) : 3;\n', '1:16-25 a conditional expression inside another one'),
  ),
  'idiom/public-first': as(
    good('class Quay { private a = 1; constructor() {} moor() {} private wait() {} }\n'),
    bad('class Quay { private wait() {} moor() {} }\n', '1:32-36 moor is public but comes after a private method'),
  ),
  'idiom/quote-mark': as(
    good("const berth = <a href=\"quay\">{'tide'}</a>;\n", { file: 'berth.tsx' }),
    bad('const tide: string = "low";\n', '1:22-27 this string is in double quotation marks', {
      repaired: "const tide: string = 'low';\n",
    }),
  ),
};
