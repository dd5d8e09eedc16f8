import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, hitAt, hitsOf, shared } from '../../finders/hits.js';

const CHOICES = new Set(
  ['switch_statement', 'switch_expression', 'expression_switch_statement', 'type_switch_statement', 'match_expression'],
);

export default defineRule({
  id: 'slips/repeated-case',
  title: 'Every case appears once',
  about: 'The second of two equal cases is never reached. Usually it was copied and its value not changed.',
  advice: 'Give the case the intended value, or delete it.',
  tags: ['correctness', 'starter'],
  confidence: 'certain',
  options: {},
  find: shared(byTree(findRepeatedCases, CHOICES)),
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
  if (/^(?:number|number_literal|integer|float|int_literal|\w+_integer_literal)$/.test(value.type)) {
    return numberIn(written, grammar);
  }
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

const CASES = new Set(
  ['switch_case', 'case_statement', 'switch_label', 'expression_case', 'type_case', 'match_conditional_expression'],
);

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
  return part.childrenOf('value')
    .flatMap((value) => (value.type === 'expression_list' ? value.parts.filter((each) => !isComment(each)) : [value]));
}
