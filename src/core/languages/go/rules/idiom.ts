import { GO_PRINTING } from '../printing-calls.js';
import { printingCalls } from '../../../finders/printing-calls.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { bad, by, good } = writerFor('go');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/debug-print': by(
    printingCalls(GO_PRINTING),
    good('package quay\n\nfunc moor() { log.Println(1) }\n\nfunc ExampleMoor() { fmt.Println(1) }\n'),
    bad('package quay\n\nfunc moor() { fmt.Println(1) }\n', '3:15-29 fmt.Println bypasses the log'),
  ),
};
