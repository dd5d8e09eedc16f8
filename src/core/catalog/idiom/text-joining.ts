import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Repair } from '../../model/repair.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, inLanguages, SAFE } from '../../finders/hits.js';

const COMMENT = new Set(['comment']);

export default defineRule({
  id: 'idiom/text-joining',
  title: 'Strings are filled in, not joined together',
  about: 'Between plus signs and quotation marks the text is hard to read, and a space is easily forgotten.',
  advice: 'Use a template literal.',
  tags: ['readability'],
  confidence: 'certain',
  repairs: 'offered',
  options: {},
  find: { languages: inLanguages('javascript typescript', byTree(findJoins, ['string'])) },
  examples: [
    good('javascript', "const a = `tide ${b}`;\nconst c = 'a' + 'b';\nconst d = e + 1;\n"),
    bad('javascript', "const a = 'tide ' + b + ' of ' + c.d;\n", '1:11-37 values are joined to a string with +', {
      repaired: 'const a = `tide ${b} of ${c.d}`;\n',
    }),
    bad('javascript', "const a = b + c + ' m';\n", '1:11 values are joined to a string with +', {
      repaired: "const a = b + c + ' m';\n",
    }),
    good('typescript', 'const a = (b as number) + 1;\n'),
    bad('typescript', 'const a: string = "`" + b;\n', '1:19-26 values are joined to a string with +', {
      repaired: 'const a: string = `\\`${b}`;\n',
    }),
  ],
});

/** Most additions involve no string, so start from the strings and go up. */
function findJoins({ tree }: ParsedSource): Hit[] {
  const joins = new Set<SyntaxNode>();
  for (const text of tree.ofTypes(['string', 'template_string'])) {
    let join = text.parentType === 'binary_expression' ? text.parent : null;
    if (join === null || !isJoin(join)) continue;
    while (join.parent !== null && isJoin(join.parent)) join = join.parent;
    joins.add(join);
  }
  return [...joins].flatMap((join) => judge(join) ?? []);
}

/** @param node the whole chain, joined from left to right. */
function judge(node: SyntaxNode): Hit | null {
  const parts = partsOf(node);
  const texts = parts.filter(({ type }) => type === 'string' || type === 'template_string');
  if (texts.length === 0 || texts.length === parts.length) return null;
  return hitAt(node, 'values are joined to a string with +', repairOf(node, parts), parts.every(joinsAsText) ? SAFE : undefined);
}

function isJoin(node: SyntaxNode): boolean {
  return node.type === 'binary_expression' && node.child('operator')?.type === '+';
}

/** The operands, from left to right. */
function partsOf(node: SyntaxNode): SyntaxNode[] {
  const parts: SyntaxNode[] = [];
  let left: SyntaxNode | null = node;
  while (left !== null && isJoin(left)) {
    const right = left.child('right');
    if (right !== null) parts.unshift(right);
    left = left.child('left');
  }
  return left === null ? parts : [left, ...parts];
}

/**
 * Whether joining means the same in a template: an object may convert differently there (ECMA-262, sections 13.2.8 and 13.15.4).
 */
function joinsAsText({ type, first, text }: SyntaxNode): boolean {
  return /^(?:string|template_string|number|true|false|null)$/.test(type)
    || (type === 'unary_expression' && first?.type === 'typeof') || (type === 'call_expression' && /^String\(/.test(text));
}

/** Only if one of the first two is a string is everything after it joined as text; otherwise numbers may be added. */
function repairOf(node: SyntaxNode, parts: readonly SyntaxNode[]): Repair | undefined {
  const isText = ({ type }: SyntaxNode): boolean => type === 'string' || type === 'template_string';
  if (!parts.slice(0, 2).some(isText) || /[\n]/.test(node.text) || node.contains(COMMENT)) return undefined;
  const written = parts.map((part) => {
    if (part.type === 'template_string') return part.text.slice(1, -1);
    if (part.type === 'string') {
      return part.text.slice(1, -1).replace(/\\(["'])|[`]|\$\{/g, (whole, mark: string | undefined) => mark ?? `\\${whole}`);
    }
    return `\${${part.type === 'parenthesized_expression' ? part.text.slice(1, -1) : part.text}}`;
  });
  return [{ start: node.start, end: node.end, text: `\`${written.join('')}\`` }];
}
