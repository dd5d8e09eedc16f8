import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, hitsOf, usually } from '../../finders/hits.js';

const CHOICES = new Set(['switch_statement', 'switch_expression', 'expression_switch_statement', 'type_switch_statement', 'match_expression']);

export default defineRule({
  id: 'slips/repeated-case',
  title: 'Every case appears once',
  about: 'The second of two equal cases is never reached. Usually it was copied and its value not changed.',
  advice: 'Give the case the intended value, or delete it.',
  tags: ['correctness', 'starter'],
  confidence: 'certain',
  options: {},
  find: usually('javascript typescript java cpp c php go', byTree(findRepeatedCases, CHOICES)),
  examples: [
    good('javascript', 'switch (tide) { case 1: case 2: sail(); break; default: }\n'),
    bad('javascript', 'switch (tide) { case 1: sail(); break; case 1: wait(); }\n', '1:45-46 the case 1 appears above already; this one is never reached'),
    good('typescript', 'switch (true) { case next(): sail(); break; case next(): wait(); }\n'),
    bad('typescript', "switch (tide) { case 'low': break; case 'low': break; }\n", "1:41-46 the case 'low' appears above already; this one is never reached"),
    good('java', 'class Quay { void moor(int a) { switch (a) { case 1: break; case 2: break; } } }\n'),
    bad('java', 'class Quay { void moor(int a) { switch (a) { case 1: break; case 2, 1: break; } } }\n', '1:69-70 the case 1 appears above already; this one is never reached'),
    good('cpp', 'void moor(int a) { switch (a) { case 1: switch (b) { case 1: break; } break; } }\n'),
    bad('cpp', 'void moor(int a) { switch (a) { case LOW: break; case LOW: break; } }\n', '1:55-58 the case LOW appears above already; this one is never reached'),
    good('php', "<?php switch ($a) { case 1: break; case '1': break; }\n"),
    bad('php', '<?php switch ($a) { case 1: break; case 1: break; }\n', '1:41-42 the case 1 appears above already; this one is never reached'),
    bad('php', '<?php switch ($a) { case \'low\': sail(); break; case "low": moor(); break; }\n$b = match($a) { 1, 2 => sail(), 2 => moor() };\n', ["1:53 the case 'low' appears above already; this one is never reached", '2:34 the case 2 appears above already; this one is never reached']),
    bad('java', 'class Quay { void moor(int a) { switch (a) { case 10: sail(); break; case 0xA: wait(); break; case 010: moor(); } } }\n', '1:75 the case 10 appears above already; this one is never reached'),
    good('go', 'package quay\n\nfunc moor(a int) {\n\tswitch a {\n\tcase 1, 2:\n\tcase 3:\n\t}\n}\n'),
    good('go', 'package quay\n\nfunc moor(a any) {\n\tswitch a.(type) {\n\tcase int, string, bool:\n\tcase rune, byte:\n\t}\n}\n'),
    bad('go', 'package quay\n\nfunc moor(a int) {\n\tswitch a {\n\tcase 1, 2:\n\tcase 2:\n\t}\n}\n', '6:7-8 the case 2 appears above already; this one is never reached'),
  ],
});

function findRepeatedCases({ tree }: ParsedSource): Hit[] {
  return hitsOf(tree.ofTypes(CHOICES), (choice) => {
    const seen = new Set<string>();
    return hitsOf(casesOf(choice).flatMap(valuesOf), (value) => {
      const key = keyOf(value);
      // A call may return another value the second time.
      if (/\(/.test(key)) return [];
      const isAgain = seen.has(key);
      seen.add(key);
      return isAgain ? [hitAt(value, `the case ${key} appears above already; this one is never reached`)] : [];
    });
  });
}

/** What a case is compared by: texts whatever their quotation marks, numbers whatever their form. */
function keyOf(value: SyntaxNode): string {
  const written = value.text.replace(/\s+/g, ' ');
  const { grammar } = value.tree;
  if (/^(?:number|number_literal|integer|float|int_literal|\w+_integer_literal)$/.test(value.type)) return numberIn(written, grammar);
  if (!/^(?:javascript|typescript|tsx|php)$/.test(grammar)) return written;
  return /^(?:'[^'"\\$]*'|"[^'"\\$]*")$/.test(written) ? `'${written.slice(1, -1)}'` : written;
}

/** A number in its shortest form. Suffixes of C++ and Java, and an old octal number, are left as they are. */
function numberIn(written: string, grammar: string): string {
  const plain = written.replace(/[_'](?=[\da-fA-F])/g, '');
  const isOldOctal = /^0\d/.test(plain) && !/^(?:javascript|typescript|tsx|python)$/.test(grammar);
  const number = isOldOctal ? NaN : Number(plain);
  return Number.isSafeInteger(number) ? String(number) : written;
}

const CASES = new Set(['switch_case', 'case_statement', 'switch_label', 'expression_case', 'type_case', 'match_conditional_expression']);

/** The cases of a switch, without those of nested ones. */
function casesOf(choice: SyntaxNode): SyntaxNode[] {
  const cases: SyntaxNode[] = [];
  choice.walk((node) => {
    if (node !== choice && CHOICES.has(node.type)) return false;
    if (CASES.has(node.type)) cases.push(node);
    return true;
  });
  return cases;
}

function valuesOf(part: SyntaxNode): SyntaxNode[] {
  // With guards, equal patterns are different cases.
  if (part.childOfType('guard') !== null) return [];
  if (part.type === 'switch_label') return part.parts;
  if (part.type === 'match_conditional_expression') return part.childOfType('match_condition_list')?.parts ?? [];
  if (part.type === 'type_case') return part.childrenOf('type').filter(({ named }) => named);
  return part.childrenOf('value').flatMap((value) => (value.type === 'expression_list' ? value.parts.filter((each) => !isComment(each)) : [value]));
}
