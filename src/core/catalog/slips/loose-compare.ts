import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { operatorTest } from '../../syntax/operators.js';
import type { NumberTest } from '../../syntax/numbered-tree.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt, inLanguages } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/loose-compare',
  title: 'Comparisons do not convert their operands',
  about: 'A comparison that converts its operands first considers "0" and 0, or "" and false, equal: ECMA-262, section 7.2.14; PHP manual, "Comparison Operators".',
  advice: 'Use === or !==, and convert explicitly if the types differ. Comparisons with null are exempt.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  repairs: 'safe',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript', eachNode(['binary_expression'], (node) => judge(node, 'null'), isLoose)),
      php: eachNode(['binary_expression'], (node) => judge(node, null), isLoose),
    },
  },
  examples: [
    good('javascript', 'if (a === b || c == null || undefined == d) sail();\n'),
    bad('javascript', 'if (a == b || c != 1) sail();\n', ['1:7-9 == converts its operands before comparing; === does not', '1:17-19 != converts its operands before comparing; !== does not'], { repaired: 'if (a == b || c != 1) sail();\n' }),
    bad('javascript', "if (typeof a == 'string') sail();\n", '1:14 == converts its operands before comparing; === does not', { repaired: "if (typeof a === 'string') sail();\n" }),
    good('typescript', 'const same = a === b;\n'),
    bad('typescript', 'const same = a != b;\n', '1:16-18 != converts its operands before comparing; !== does not'),
    bad('typescript', 'const berth = <b>{a == b}</b>;\n', '1:21 == converts its operands before comparing; === does not', { file: 'berth.tsx' }),
    good('php', '<?php if ($a === $b) sail();\n'),
    bad('php', '<?php if ($a == $b || $c <> 1) sail();\n', ['1:14-16 == converts its operands before comparing; === does not', '1:26-28 <> converts its operands before comparing; !== does not']),
  ],
});

const LOOSE = new Set(['==', '!=', '<>']);

function isLoose(tree: SyntaxTree): NumberTest {
  return operatorTest(tree, LOOSE);
}

function judge(node: SyntaxNode, except: string | null): Hit | null {
  const operator = node.child('operator');
  if (operator === null) return null;
  const [left, right] = [node.child('left'), node.child('right')];
  if (except !== null && [left, right].some((side) => side?.type === except || side?.type === 'undefined' || side?.text === 'undefined' || /^void\b/.test(side?.text ?? ''))) return null;
  const strict = operator.type === '==' ? '===' : '!==';
  // The meaning stays the same only if both sides are certainly strings.
  const isSafe = (isText(left) && isText(right));
  return hitAt(operator, `${operator.type} converts its operands before comparing; ${strict} does not`, isSafe ? [{ start: operator.start, end: operator.end, text: strict }] : undefined);
}

function isText(side: SyntaxNode | null): boolean {
  if (side === null) return false;
  return side.type === 'string' || side.type === 'template_string' || (side.type === 'unary_expression' && side.first?.type === 'typeof');
}
