import { CPP_PRINTING } from '../printing-calls.js';
import { printingCalls } from '../../../finders/printing-calls.js';
import { endsOfLists } from '../../../finders/last-commas.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('cpp');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/braces': as(
    good('void moor() { while (a) { sail(); } }\n'),
    bad('void moor() { while (a) sail(); }\n', '1:25-32 this loop has no braces', {
      repaired: 'void moor() { while (a) { sail(); } }\n',
    }),
  ),
  'idiom/debug-print': by(
    printingCalls(CPP_PRINTING),
    bad('void moor() { cout << tide; printf("low"); }\n', ['1:15-19 cout bypasses the log', '1:29-42 printf bypasses the log']),
    good('void moor() { log << tide; }\n'),
    bad('void moor() { std::cout << tide << low; }\n', '1:15 std::cout bypasses the log'),
  ),
  'idiom/last-comma': by(
    endsOfLists(['initializer_list', 'enumerator_list']),
    good('enum Berth {\n  A,\n};\nint a[] = { 1, 2 };\nint b[] = {\n  TIDES\n};\n'),
    bad('enum Berth {\n  A,\n  B\n};\n', '3:4-4 a comma is missing after the last item', {
      repaired: 'enum Berth {\n  A,\n  B,\n};\n',
    }),
  ),
  'idiom/nested-choice': as(
    good('int a = b ? 1 : 2;\n'),
    bad('int a = b ? 1 : c ? 2 : 3;\n', '1:17-26 a conditional expression inside another one'),
  ),
};
