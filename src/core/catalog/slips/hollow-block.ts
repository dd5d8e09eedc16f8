import { defineRule, type SyntaxFinder } from '../../model/rule.js';
import type { OptionValues } from '../../model/option.js';

/** An empty body of a function is often meant, an empty branch, loop or handler seldom. A comment inside says why. */
const script = hollow(`
  [
    (if_statement consequence: (statement_block . "{" . "}" .) @finding)
    (else_clause (statement_block . "{" . "}" .) @finding)
    (for_statement body: (statement_block . "{" . "}" .) @finding)
    (for_in_statement body: (statement_block . "{" . "}" .) @finding)
    (while_statement body: (statement_block . "{" . "}" .) @finding)
    (do_statement body: (statement_block . "{" . "}" .) @finding)
    (try_statement body: (statement_block . "{" . "}" .) @finding)
    (catch_clause body: (statement_block . "{" . "}" .) @finding)
    (finally_clause body: (statement_block . "{" . "}" .) @finding)
  ]`);

const java = hollow(`
  [
    (if_statement consequence: (block . "{" . "}" .) @finding)
    (if_statement alternative: (block . "{" . "}" .) @finding)
    (for_statement body: (block . "{" . "}" .) @finding)
    (enhanced_for_statement body: (block . "{" . "}" .) @finding)
    (while_statement body: (block . "{" . "}" .) @finding)
    (do_statement body: (block . "{" . "}" .) @finding)
    (try_statement body: (block . "{" . "}" .) @finding)
    (catch_clause body: (block . "{" . "}" .) @finding)
    (finally_clause (block . "{" . "}" .) @finding)
    (synchronized_statement body: (block . "{" . "}" .) @finding)
  ]`);

const php = hollow(`
  [
    (if_statement body: (compound_statement . "{" . "}" .) @finding)
    (else_if_clause body: (compound_statement . "{" . "}" .) @finding)
    (else_clause body: (compound_statement . "{" . "}" .) @finding)
    (for_statement (compound_statement . "{" . "}" .) @finding)
    (foreach_statement body: (compound_statement . "{" . "}" .) @finding)
    (while_statement body: (compound_statement . "{" . "}" .) @finding)
    (do_statement body: (compound_statement . "{" . "}" .) @finding)
    (try_statement body: (compound_statement . "{" . "}" .) @finding)
    (catch_clause body: (compound_statement . "{" . "}" .) @finding)
    (finally_clause body: (compound_statement . "{" . "}" .) @finding)
  ]`);

function hollow(query: string): SyntaxFinder<OptionValues> {
  return { by: 'query', query, message: 'this block is empty' };
}

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
      css: hollow('(block . "{" . "}" .) @finding'),
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
