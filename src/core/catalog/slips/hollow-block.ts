import type { OptionValues } from '../../model/option.js';
import { defineRule, type SyntaxFinder } from '../../model/rule.js';
import { hitsAt } from '../hits.js';

/** An empty body of a function is often meant, an empty branch, loop or handler seldom. A comment inside says why. */
const script = hollow('(statement_block . "{" . "}") @block', [
  'if_statement', 'else_clause', 'for_statement', 'for_in_statement', 'while_statement', 'do_statement',
  'try_statement', 'catch_clause', 'finally_clause',
]);

const java = hollow('(block . "{" . "}") @block', [
  'if_statement', 'for_statement', 'enhanced_for_statement', 'while_statement', 'do_statement',
  'try_statement', 'catch_clause', 'finally_clause', 'synchronized_statement',
]);

const php = hollow('(compound_statement . "{" . "}") @block', [
  'if_statement', 'else_if_clause', 'else_clause', 'for_statement', 'foreach_statement', 'while_statement', 'do_statement',
  'try_statement', 'catch_clause', 'finally_clause',
]);

/** @param around the kinds of statement whose blocks are meant. */
function hollow(query: string, around: readonly string[]): SyntaxFinder<OptionValues> {
  return {
    by: 'query',
    query,
    judge: (matches) => hitsAt(matches, ({ block }) =>
      block?.parent && around.includes(block.parent.type) ? { at: block, message: MESSAGE } : null),
  };
}

const MESSAGE = 'this block is empty';

export default defineRule({
  id: 'slips/hollow-block',
  title: 'A block does something, or says why it does not',
  about: 'An empty branch or handler is often a thought that was not finished, or an error that nobody will hear of.',
  advice: 'Write what belongs there, drop the statement, or say in a comment why nothing is to be done.',
  tags: ['starter'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      javascript: script,
      typescript: script,
      java,
      php,
      css: { by: 'query', query: '(block . "{" . "}") @finding', message: MESSAGE },
    },
  },
  examples: [
    { language: 'javascript', code: 'try { sail(); } catch { /* the pilot retries */ }\nconst idle = () => {};\n', finds: [] },
    { language: 'javascript', code: 'if (tide) {} else { }\n', finds: ['1:11', '1:19'] },
    { language: 'typescript', code: 'while (tide) { sail(); }\n', finds: [] },
    { language: 'typescript', code: 'try { sail(); } catch (error) {\n}\n', finds: ['1:31'] },
    { language: 'java', code: 'class Quay { void moor() {} }\n', finds: [] },
    { language: 'java', code: 'class Quay { void moor() { if (full) {} for (;;) {} } }\n', finds: ['1:38', '1:50'] },
    { language: 'php', code: '<?php function moor() {}\nif ($full) { wait(); }\n', finds: [] },
    { language: 'php', code: '<?php try { moor(); } catch (Full $e) {}\n', finds: ['1:39'] },
    { language: 'css', code: 'a { color: red; }\nb { /* set by the kiosk */ }\n', finds: [] },
    { language: 'css', code: 'a {\n}\n', finds: ['1:3'] },
  ],
});
