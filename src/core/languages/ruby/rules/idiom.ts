import { printingCalls } from '../../../finders/printing-calls.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { endsOfLists } from '../../../finders/last-commas.js';

const { as, bad, by, good } = writerFor('ruby');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/debug-print': by(
    printingCalls({ bare: ['print', 'printf', 'puts', 'p', 'pp'] }),
    good("log.info('moored')\n$stderr.puts 'full'\nquay.p\n"),
    bad("puts 'moored'\npp tide\n", ['1:1-14 puts bypasses the log', '2:1-8 pp bypasses the log']),
  ),
  'idiom/last-comma': by(
    endsOfLists(['array', 'hash']),
    good('a = [\n  1,\n  2,\n]\nb = { low: 1 }\n'),
    bad(
      'a = [\n  1,\n  2\n]\nb = { low: 1, }\n',
      ['3:4-4 a comma is missing after the last item', '5:13-14 a comma after the last item'],
      { repaired: 'a = [\n  1,\n  2,\n]\nb = { low: 1 }\n' },
    ),
  ),
  'idiom/nested-choice': as(
    good('a = b ? 1 : 2\n'), bad('a = b ? 1 : (c ? 2 : 3)\n', '1:14-23 a conditional expression inside another one'),
  ),
};
