import { printingCalls } from '../../../finders/printing-calls.js';
import { eachNode, hitAt } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { endsOfLists } from '../../../finders/last-commas.js';
import type { SyntaxNode } from '../../../syntax/node.js';

const { bad, by, good } = writerFor('kotlin');

/** What `idiom/*` finds. */
export const IDIOM_RULES: LanguageRules = {
  'idiom/debug-print': by(
    printingCalls({ bare: ['print', 'println'] }),
    good('fun moor() { log.info("moored") }\n'), bad('fun moor() { println("moored") }\n', '1:14-31 println bypasses the log'),
  ),
  'idiom/wildcard-import': by(
    eachNode(['import_declaration'], judgeWildcard),
    good('import harbour.quay.Berth\n'),
    bad('import harbour.quay.*\n', '1:8-22 everything in harbour.quay is imported'),
  ),
  'idiom/last-comma': by(
    endsOfLists(['value_arguments', 'function_value_parameters', 'class_parameters']),
    good('class Quay(\n  val low: Int,\n)\nval a = sail(1, 2)\n'),
    bad(
      'class Quay(\n  val low: Int\n)\nval a = sail(1, 2,)\n',
      ['2:15-15 a comma is missing after the last item', '4:18-19 a comma after the last item'],
      { repaired: 'class Quay(\n  val low: Int,\n)\nval a = sail(1, 2)\n' },
    ),
  ),
};

function judgeWildcard(node: SyntaxNode): ReturnType<typeof hitAt> | null {
  const module = node.childOfType('qualified_identifier', 'identifier');
  return module !== null && /\.\s*\*$/.test(node.text.trimEnd())
    ? { start: module.start, end: node.start + node.text.trimEnd().length, message: `everything in ${module.text} is imported` }
    : null;
}
