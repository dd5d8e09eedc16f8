import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { eachNode, hitAt, inLanguages } from '../../finders/hits.js';

export default defineRule({
  id: 'idiom/short-arrow',
  title: 'Arrow functions that only return a value have no braces',
  about: 'Braces and a return around a single expression are noise.',
  advice: 'Write the expression directly after the arrow.',
  tags: ['readability'],
  confidence: 'certain',
  repairs: 'safe',
  options: {},
  find: { languages: inLanguages('javascript typescript', eachNode(['arrow_function'], judge)) },
  examples: [
    good(
      'javascript',
      'const a = (b) => b + 1;\nconst c = () => { sail(); return 1; };\nconst d = () => { return; };\n'
        + 'const e = () => { /* x */ return 1; };\n',
    ),
    bad(
      'javascript',
      'const a = (b) => { return b + 1; };\nconst c = () => { return { a: 1 }; };\n',
      ['1:18-35 this block only returns a value', '2:17-37 this block only returns a value'],
      { repaired: 'const a = (b) => b + 1;\nconst c = () => ({ a: 1 });\n' },
    ),
    good('typescript', 'const a = (b: number): number => b;\n'),
    bad(
      'typescript',
      'const a = (b: number): number => {\n  return b as number;\n};\n',
      '1:34-3:2 this block only returns a value',
      { repaired: 'const a = (b: number): number => b as number;\n' },
    ),
  ],
});

function judge(node: SyntaxNode): Hit | null {
  const body = node.child('body');
  if (body?.type !== 'statement_block' || body.parts.length !== 1) return null;
  const [statement] = body.parts as [SyntaxNode];
  const [value] = statement.parts;
  if (statement.type !== 'return_statement' || value === undefined || statement.parts.length !== 1 || value.type === 'comment') {
    return null;
  }
  // Braces right after the arrow would be a block; a comma expression needs brackets.
  const needsBrackets = value.type === 'sequence_expression' || /^\{/.test(value.text);
  const text = needsBrackets ? `(${value.text})` : value.text;
  return hitAt(body, 'this block only returns a value', [{ start: body.start, end: body.end, text }]);
}
