import { JAVA_PRINTING } from '../printing-calls.js';
import { printingCalls } from '../../../finders/printing-calls.js';
import { endsOfLists } from '../../../finders/last-commas.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, by, good } = writerFor('java');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/braces': as(
    good('class Quay { void moor() { for (;;) { sail(); } } }\n'),
    bad('class Quay { void moor() { if (a) sail(); } }\n', '1:35-42 this branch has no braces', {
      repaired: 'class Quay { void moor() { if (a) { sail(); } } }\n',
    }),
  ),
  'idiom/debug-print': by(
    printingCalls(JAVA_PRINTING),
    good('class Quay { void moor() { log.info(name); print(name); } }\n'),
    bad('class Quay { void moor() { System.out.println(name); } }\n', '1:28-52 System.out.println bypasses the log'),
    bad(
      'class Quay { void moor() { tides.forEach(System.out::println); error.printStackTrace(); } }\n',
      ['1:42 System.out::println bypasses the log', '1:64 error.printStackTrace bypasses the log'],
    ),
  ),
  'idiom/final-class': as(
    good('final class Quay {}\nabstract class Place {}\nenum Tide { LOW }\n'),
    bad(
      'public class Quay {}\nclass Pier {}\n',
      ['1:14-18 Quay is neither final nor abstract', '2:7-11 Pier is neither final nor abstract'],
      { repaired: 'public final class Quay {}\nfinal class Pier {}\n' },
    ),
  ),
  'idiom/last-comma': by(
    endsOfLists(['array_initializer']),
    good('class Quay { int[] a = {\n  1,\n}; }\n'),
    bad('class Quay { int[] a = { 1, 2, }; }\n', '1:30-31 a comma after the last item', {
      repaired: 'class Quay { int[] a = { 1, 2 }; }\n',
    }),
  ),
  'idiom/nested-choice': as(
    good('class Quay { int a = b ? 1 : 2; }\n'),
    bad('class Quay { int a = b ? 1 : c ? 2 : 3; }\n', '1:30-39 a conditional expression inside another one'),
  ),
  'idiom/public-first': as(
    good('class Quay { private int a; public void moor() {} void sail() {} private void wait() {} }\n'),
    bad(
      'class Quay { private void wait() {} public void moor() {} }\n', '1:49-53 moor is public but comes after a private method',
    ),
  ),
  'idiom/wildcard-import': by(
    { by: 'query', query: '(import_declaration (_) @module (asterisk) @finding)', message: 'everything in {module} is imported' },
    good('import harbour.Quay;\n'),
    bad('import harbour.*;\n', '1:16-17 everything in harbour is imported'),
  ),
};
