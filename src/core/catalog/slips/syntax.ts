import type { Node } from 'web-tree-sitter';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { syntaxOf } from '../../syntax/language-syntax.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, hitAt, hitAtCapture, shared } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/syntax',
  title: 'The file follows the grammar of its language',
  about: 'Code with a syntax error does not run, and other rules see only the parts around it.',
  advice: 'Look just before this place: often a bracket, a quotation mark or a separator is missing there.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: shared(byTree(findSyntaxErrors)),
});

/** More errors than this in one file are one mistake seen over and over. */
const MOST = 20;

/** Uses a stack of its own: code may be nested deeper than calls can be. */
function findSyntaxErrors(source: ParsedSource): Hit[] {
  const { tree, root, text: { path } } = source;
  const { allows, earlyErrors, isDialect, toleratesDamage = false } = syntaxOf(tree);
  if (toleratesDamage || !tree.hasErrors) {
    return (earlyErrors?.(tree) ?? []).slice(0, MOST).map(({ node, message }) => hitAt(node, message));
  }
  if (isDialect?.(root.text, path) === true) return [];
  const hits: Hit[] = [];
  const open = [root];
  for (let node = open.pop(); node !== undefined && hits.length < MOST; node = open.pop()) {
    if (!node.hasError && !node.isMissing) continue;
    if (allows?.(node) === true) continue;
    const hit = errorAt(node, source);
    if (hit === null) open.push(...node.children.reverse());
    else hits.push(hit);
  }
  return hits;
}

function errorAt(node: Node, { tree, text: { text } }: ParsedSource): Hit | null {
  if (node.isMissing) {
    return hitAtCapture(node, `${node.isNamed ? withArticle(words(node.type)) : `“${node.type}”`} is missing here`);
  }
  if (!node.isError) return null;
  const unclosed = unclosedIn(node, tree);
  if (unclosed !== null) return hitAt(unclosed, `“${unclosed.type}” is never closed`);
  const first = text.slice(node.startIndex, node.endIndex).split('\n', 1)[0] ?? '';
  return {
    start: node.startIndex, end: node.startIndex + first.length, message: `is not expected here: “${shorten(first.trim())}”`,
  };
}

const CLOSING: Readonly<Record<string, string>> = { '(': ')', '[': ']', '{': '}' };

/** The unclosed bracket in a stretch that the parser gave up on: the parts it did understand are separate nodes there. */
function unclosedIn({ startIndex, endIndex }: Node, tree: SyntaxTree): SyntaxNode | null {
  // The parser's own nodes take long to make, and such a stretch may have thousands.
  const stretch = tree.ofType('ERROR').find(({ start, end }) => start === startIndex && end === endIndex);
  const open: SyntaxNode[] = [];
  for (const part of stretch?.children ?? []) {
    const latest = open.at(-1);
    if (CLOSING[part.type] !== undefined) open.push(part);
    else if (latest !== undefined && CLOSING[latest.type] === part.type) open.pop();
  }
  return open.find(({ type }) => isShort(type, tree)) ?? null;
}

/** Whether a file has more opening than closing brackets of a kind. Brackets that the parser inserted have no text. */
function isShort(opening: string, tree: SyntaxTree): boolean {
  const written = (type: string): number => tree.ofType(type).filter(({ start, end }) => start < end).length;
  return written(opening) > written(CLOSING[opening] as string);
}

function words(type: string): string {
  return type.replaceAll('_', ' ');
}

function shorten(text: string): string {
  return text.length > 40 ? `${text.slice(0, 39)}…` : text;
}

function withArticle(noun: string): string {
  return `${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`;
}
