import { defineRule, type Hit } from '../../model/rule.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../examples.js';
import { eachNode, hitAt, inLanguages } from '../hits.js';

export default defineRule({
  id: 'slips/assign-in-test',
  title: 'Conditions test and do not assign',
  about: 'With one = too few, a comparison becomes an assignment, and the branch no longer depends on the old value.',
  advice: 'Compare with == or ===. If the assignment is intended, move it before the condition or put it in parentheses of its own.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: { languages: inLanguages('javascript typescript java cpp c php', eachNode(['if_statement', 'while_statement', 'do_statement', 'else_if_clause', 'ternary_expression', 'conditional_expression'], judge)) },
  examples: [
    good('javascript', 'if (a === b) sail();\nwhile ((a = next())) sail();\nif (a && (b = c)) sail();\n'),
    bad('javascript', 'if (a = b) sail();\nconst c = (d = e) ? 1 : 2;\n', '1:5 2:12'),
    good('typescript', 'do sail(); while (a === b);\n'),
    bad('typescript', 'if (a && (b = c) === d || e) sail();\nwhile (a = b) sail();\n', '2:8'),
    good('java', 'class Quay { void moor() { String line; while ((line = next()) != null) sail(line); } }\n'),
    bad('java', 'class Quay { void moor() { if (full = true) wait(); } }\n', '1:32'),
    good('cpp', 'void moor() { if (full == 1) wait(); if (auto a = next()) wait(); }\n'),
    bad('cpp', 'void moor() { if (full = 1) wait(); }\n', '1:19'),
    good('php', '<?php while (($line = next()) !== false) sail($line);\n'),
    bad('php', '<?php if ($full = true) wait();\n', '1:11'),
  ],
});

/** An assignment in extra brackets is intended; so is one whose result is compared. */
function judge(node: SyntaxNode): Hit | null {
  let condition = node.child('condition');
  if (condition === null) return null;
  if (/^(?:parenthesized_expression|condition_clause)$/.test(condition.type)) condition = condition.child('value') ?? condition.firstPart;
  if (condition?.type !== 'assignment_expression') return null;
  const operator = condition.child('operator')?.text ?? '=';
  if (operator !== '=') return null;
  // Looping over what a call returns next is an idiom of C and PHP.
  if (node.type === 'while_statement' && /call/.test(condition.child('right')?.type ?? '')) return null;
  return hitAt(condition, 'this assigns a value where a test is expected');
}
