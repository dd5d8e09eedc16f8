import type { Node, QueryMatch } from 'web-tree-sitter';
import { z } from 'zod';
import { defineRule, type Hit, type SyntaxFinder } from '../../model/rule.js';
import { functionHead } from '../functions.js';

interface Options {
  readonly max: number;
}

const script = counting(
  ['function_declaration', 'function_expression', 'generator_function', 'generator_function_declaration', 'arrow_function', 'method_definition'],
  ['if_statement', 'for_statement', 'for_in_statement', 'while_statement', 'do_statement', 'switch_case', 'catch_clause', 'ternary_expression'],
  '(binary_expression operator: ["&&" "||" "??"]) @decision',
);

const python = counting(
  ['function_definition', 'lambda'],
  ['if_statement', 'elif_clause', 'for_statement', 'while_statement', 'except_clause', 'conditional_expression', 'boolean_operator', 'for_in_clause', 'if_clause'],
  '(case_clause (case_pattern (_))) @decision',
);

const java = counting(
  ['method_declaration', 'constructor_declaration', 'lambda_expression'],
  ['if_statement', 'for_statement', 'enhanced_for_statement', 'while_statement', 'do_statement', 'catch_clause', 'ternary_expression'],
  '(switch_label "case") @decision (binary_expression operator: ["&&" "||"]) @decision',
);

const php = counting(
  ['function_definition', 'method_declaration', 'anonymous_function', 'arrow_function'],
  ['if_statement', 'else_if_clause', 'for_statement', 'foreach_statement', 'while_statement', 'do_statement', 'case_statement', 'catch_clause', 'conditional_expression', 'match_conditional_expression'],
  '(binary_expression operator: ["&&" "||" "and" "or" "xor" "??"]) @decision',
);

export default defineRule({
  id: 'size/branches',
  title: 'A function has few ways through it',
  about: 'Each decision is one more path to understand and to test. Counted as by T. J. McCabe, "A Complexity Measure", IEEE Transactions on Software Engineering SE-2 (4), 1976: decisions plus one, each part of a compound condition a decision of its own; 10 is his own limit.',
  advice: 'Give a group of branches a function and a name of its own, or turn the cases into a table.',
  tags: ['starter'],
  confidence: 'certain',
  options: {
    max: { schema: z.int().min(1).max(1000), default: 10, stricter: 'lower', about: 'ways through a function' },
  },
  find: { languages: { javascript: script, typescript: script, python, java, php } },
  examples: [
    { language: 'javascript', options: { max: 2 }, code: 'function moor(a) {\n  if (a) sail();\n  return [1].map((x) => x ? 1 : 2);\n}\n', finds: [] },
    { language: 'javascript', options: { max: 2 }, code: 'function moor(a, b) {\n  if (a && b) sail();\n}\n', finds: ['1:10'] },
    { language: 'javascript', options: { max: 2 }, code: 'const moor = (a) => {\n  for (const x of a) if (x) sail(x ?? 1);\n};\n', finds: ['1:14'] },
    { language: 'typescript', options: { max: 2 }, code: 'class Quay {\n  moor(a?: number) { return a ? 1 : 2; }\n}\n', finds: [] },
    { language: 'typescript', options: { max: 2 }, code: 'class Quay {\n  moor(a: number) {\n    switch (a) { case 1: case 2: default: return; }\n  }\n}\n', finds: ['2:3'] },
    { language: 'python', options: { max: 2 }, code: 'def moor(a):\n    if a:\n        sail()\n', finds: [] },
    { language: 'python', options: { max: 2 }, code: 'def moor(a):\n    if a and b:\n        sail()\n    elif c:\n        wait()\n', finds: ['1:5'] },
    { language: 'java', options: { max: 2 }, code: 'class Quay { void moor(int a) { if (a > 1) sail(); } }\n', finds: [] },
    { language: 'java', options: { max: 2 }, code: 'class Quay { void moor(int a) { switch (a) { case 1: break; case 2: break; default: } } }\n', finds: ['1:19'] },
    { language: 'php', options: { max: 2 }, code: '<?php function moor($a) { foreach ($a as $b) sail($b); }\n', finds: [] },
    { language: 'php', options: { max: 2 }, code: '<?php function moor($a) { if ($a) sail(); elseif ($b) wait(); }\n', finds: ['1:16'] },
  ],
});

function counting(functions: readonly string[], decisions: readonly string[], more: string): SyntaxFinder<Options> {
  const either = (types: readonly string[]): string => `[${types.map((type) => `(${type})`).join(' ')}]`;
  return {
    by: 'query',
    query: `${either(functions)} @function ${either(decisions)} @decision ${more}`,
    judge: (matches, _source, { max }) => judge(matches, max),
  };
}

/** Goes through functions and decisions in the order of the text, with the functions around each place on a stack. */
function judge(matches: readonly QueryMatch[], max: number): Hit[] {
  const captures = matches.flatMap((match) => match.captures).sort((a, b) => a.node.startIndex - b.node.startIndex);
  const open: { node: Node; end: number; decisions: number }[] = [];
  const done: typeof open = [];
  for (const { name, node } of captures) {
    const start = node.startIndex;
    while (open.length > 0 && (open.at(-1)?.end ?? 0) <= start) done.push(open.pop() as (typeof open)[number]);
    if (name === 'function') open.push({ node, end: node.endIndex, decisions: 0 });
    else if (open.length > 0) (open.at(-1) as (typeof open)[number]).decisions += 1;
  }
  return [...done, ...open]
    .filter(({ decisions }) => decisions + 1 > max)
    .map(({ node, decisions }) => ({ ...functionHead(node), message: `${decisions + 1} ways through this function, ${decisions + 1 - max} over ${max}` }));
}
