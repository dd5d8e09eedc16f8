import { SCRIPT_PRINTING } from '../printing-calls.js';
import { printingCalls } from '../../../finders/printing-calls.js';
import { endsOfLists } from '../../../finders/last-commas.js';
import { SCRIPT_LISTS } from '../lists.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('javascript');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/braces': as(
    good('if (a) { sail(); } else if (b) { wait(); }\n'),
    bad('if (a) sail(); else wait();\n', ['1:8-15 this branch has no braces', '1:21-28 this else has no braces'], {
      repaired: 'if (a) { sail(); } else { wait(); }\n',
    }),
    bad('  for (const a of b)\n    sail(a); // out\n', '2:5 this loop has no braces', {
      repaired: '  for (const a of b) {\n    sail(a); // out\n  }\n',
    }),
  ),
  'idiom/debug-print': by(
    printingCalls(SCRIPT_PRINTING),
    good('console.error(message);\nlog.info(tide);\nconst consoleLog = 1;\n'),
    bad('console.log(tide);\ndebugger;\n', ['1:1-18 console.log bypasses the log', '2:1-10 debugger stops the program here']),
    bad(
      'window.console.log(tide);\nconsole?.log(tide);\ntides.forEach(console.log);\n',
      ['1:1 console.log bypasses the log', '2:1 console.log bypasses the log', '3:15 console.log bypasses the log'],
    ),
    bad('alert(tide);\nconsole.log(tide);\n', '1:1 alert bypasses the log', { options: { calls: ['alert'] } }),
  ),
  'idiom/last-comma': by(
    endsOfLists(SCRIPT_LISTS),
    good('const tides = [\n  1,\n  2,\n];\nsail({ a, b });\nfunction moor(\n  a,\n  ...b\n) {}\nconst [c, , d] = [1, , 2];\n'),
    bad(
      'const tides = [\n  1,\n  2\n];\nsail(a, b,);\n',
      ['3:4-4 a comma is missing after the last item', '5:10-11 a comma after the last item'],
      { repaired: 'const tides = [\n  1,\n  2,\n];\nsail(a, b);\n' },
    ),
    good('class Quay {\n  set low(\n    tide\n  ) {}\n}\n'),
    bad('class Quay {\n  moor(\n    berth\n  ) {}\n}\n', '3:10-10 a comma is missing after the last item', {
      repaired: 'class Quay {\n  moor(\n    berth,\n  ) {}\n}\n',
    }),
    bad('const tides = {\n  low, // of spring\n  high, // of neap\n};\n', '3:7 a comma after the last item', {
      options: { style: 'none' }, repaired: 'const tides = {\n  low, // of spring\n  high // of neap\n};\n',
    }),
  ),
  'idiom/nested-choice': as(
    good('const a = b ? 1 : 2;\nconst c = b ? sail(() => (d ? 1 : 2)) : 3;\n'),
    bad('const a = b ? 1 : c ? 2 : 3;\n', '1:19-28 a conditional expression inside another one'),
  ),
  'idiom/quote-mark': as(
    good("sail('tide', \"pilot's\", `quay`);\n"),
    bad(
      'sail("tide", "a\\\\b");\n',
      ['1:6-12 this string is in double quotation marks', '1:14-20 this string is in double quotation marks'],
      { repaired: "sail('tide', 'a\\\\b');\n" },
    ),
    bad("sail('tide');\n", '1:6 this string is in single quotation marks', {
      options: { style: 'double' }, repaired: 'sail("tide");\n',
    }),
  ),
};
