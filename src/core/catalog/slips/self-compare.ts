import { defineRule, type Hit } from '../../model/rule.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { END, SHIFT, START } from '../../syntax/node-table.js';
import type { NumberTest, SyntaxTree } from '../../syntax/tree.js';
import { isFilled } from '../../syntax/texts.js';
import { bad, good } from '../examples.js';
import { eachNode, hitAt, inLanguages } from '../hits.js';

const COMPARES = /^(?:===?|!==?|<>|<=|>=|<|>|=|-eq|-ne|-lt|-gt|-le|-ge|&&|\|\||and|or)$/;

export default defineRule({
  id: 'slips/self-compare',
  title: 'Nothing is compared with itself',
  about: 'The result is known in advance. Usually one of the two names is wrong.',
  advice: 'Compare with the intended value. To test for not-a-number, use the function that the language has for it.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      ...inLanguages('javascript typescript php java cpp c go shell', eachNode(['binary_expression'], judge, hasEqualEnds)),
      python: eachNode(['comparison_operator', 'boolean_operator'], judge, hasEqualEnds),
    },
  },
  examples: [
    good('javascript', 'if (a === b || a.x < b.x || next() === next()) sail();\nif (tide !== tide) wait();\n'),
    bad('javascript', 'if (a.x === a.x || b < b) sail();\n', '1:5 1:20'),
    good('typescript', 'const same = a - a;\n'),
    bad('typescript', 'const same = a && a;\n', '1:14'),
    good('php', '<?php if ($a === $b) sail();\n'),
    bad('php', '<?php if ($a === $a) sail();\n', '1:11'),
    good('java', 'class Quay { boolean same = a == b; }\n'),
    bad('java', 'class Quay { boolean same = a == a; }\n', '1:29'),
    good('cpp', 'bool same = a == b;\n'),
    bad('cpp', 'bool same = a->x >= a->x;\n', '1:13'),
    good('go', 'package quay\n\nvar same = a == b\n'),
    bad('go', 'package quay\n\nvar same = a == a\n', '3:12'),
    good('shell', 'if [ "$a" = "$b" ]; then sail; fi\n'),
    bad('shell', 'if [ "$a" = "$a" ]; then sail; fi\n', '1:6'),
    good('python', 'same = a == b\n'),
    bad('python', 'same = a == a or b and b\n', '1:8 1:18'),
  ],
});

/** Whether the first and last operands have the same length. */
function hasEqualEnds(tree: SyntaxTree): NumberTest {
  const { table } = tree;
  return (index) => {
    const first = (index + 1) << SHIFT;
    const last = tree.lastOf(index) << SHIFT;
    return last < 0 || (table[first + END] as number) - (table[first + START] as number) === (table[last + END] as number) - (table[last + START] as number);
  };
}

function judge(node: SyntaxNode): Hit | null {
  if (node.parts.length !== 2) return null;
  const [left, right] = node.parts as [SyntaxNode, SyntaxNode];
  const operator = node.children.find((child) => child !== left && child !== right)?.text ?? '';
  if (left.end - left.start !== right.end - right.start || !COMPARES.test(operator)) return null;
  const written = left.text;
  if (written !== right.text || /[(`]|\+\+|--/.test(written) || (/literal|number|^(?:integer|float|true|false|string)$/.test(left.type) && !isFilled(left))) return null;
  // Only NaN differs from itself, and comparing is how to test for it.
  if (/^!==?$/.test(operator) && /^[-+]?[\w$.[\]]+$/.test(written)) return null;
  // Only not-a-number differs from itself, and that is how JavaScript has tested for it.
  const mayTest = /^={2,3}$/.test(operator) && /^[\w$.]+$/.test(written) && /^(?:javascript|typescript|tsx)$/.test(node.tree.grammar);
  return hitAt(node, `${written} is on both sides of ${operator}`, undefined, mayTest ? { confidence: 'possible' } : undefined);
}
