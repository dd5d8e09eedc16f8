import { printingCalls } from '../../../finders/printing-calls.js';
import { endsOfLists } from '../../../finders/last-commas.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('python');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/debug-print': by(
    printingCalls({
      bare: ['print', 'pprint', 'breakpoint'],
      printsElsewhere: (call) => /\bfile\s*=\s*sys\.stderr\b/.test(call.child('arguments')?.text ?? ''),
    }),
    good('log.info(tide)\nprinter(tide)\nprint(tide, file=sys.stderr)\n'),
    bad('if tide:\n    print(tide)\n', '2:5-16 print bypasses the log'),
  ),
  'idiom/last-comma': by(
    endsOfLists(['list', 'tuple', 'dictionary', 'set', 'argument_list', 'parameters', 'import_from_statement']),
    good('low = (1,)\ntides = [\n    1,\n    2,\n]\nsail(\n    x for x in tides\n)\ndef moor(a, /, *, b): pass\n'),
    bad(
      'tides = [\n    1,\n    2\n]\nsail(a, b,)\nfrom quay import (\n    a,\n    b\n)\n',
      [
        '3:6-6 a comma is missing after the last item', '5:10-11 a comma after the last item',
        '8:6-6 a comma is missing after the last item',
      ],
      { repaired: 'tides = [\n    1,\n    2,\n]\nsail(a, b)\nfrom quay import (\n    a,\n    b,\n)\n' },
    ),
  ),
  'idiom/nested-choice': as(
    good('a = 1 if b else 2\n'),
    bad('a = 1 if b else 2 if c else 3\n', '1:17-30 a conditional expression inside another one'),
  ),
  'idiom/quote-mark': as(
    good('"""The quay."""\ntide = \'low\'\nberth = f"{tides[\'low\']}"\n'),
    bad('tide = "low"\n', '1:8-13 this string is in double quotation marks', { repaired: "tide = 'low'\n" }),
  ),
  'idiom/wildcard-import': by(
    {
      by: 'query',
      query: '(import_from_statement module_name: (_) @module (wildcard_import) @finding)',
      message: 'everything in {module} is imported',
    },
    good('from tide import low\nimport quay\n'),
    bad('from tide import *\n', '1:18-19 everything in tide is imported'),
  ),
};
