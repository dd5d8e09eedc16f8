import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { Repair } from '../../model/repair.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, hitAt, hitsOf, shared } from '../../finders/hits.js';

const HOLDERS = [
  'if_statement', 'else_clause', 'else_if_clause', 'for_statement', 'for_in_statement', 'enhanced_for_statement',
  'foreach_statement', 'for_range_loop', 'while_statement', 'do_statement',
];

export default defineRule({
  id: 'idiom/braces',
  title: 'Branches and loops have braces',
  about: 'A second statement added below a branch without braces looks as if it belonged to the branch, but it does not.',
  advice: 'Put braces around the body of the branch or loop.',
  tags: ['layout', 'readability'],
  confidence: 'certain',
  repairs: 'safe',
  options: {},
  find: shared(byTree(findBare, HOLDERS)),
});

const PLAIN_BLOCKS = new Set(['statement_block', 'block', 'compound_statement', 'colon_block']);

function findBare({ tree, text: { text } }: ParsedSource): Hit[] {
  return hitsOf(tree.ofTypes(HOLDERS), (holder) => bodiesOf(holder).filter((body) => !PLAIN_BLOCKS.has(body.type)).map((body) =>
    hitAt(body, `${wordOf(holder, body)} has no braces`, repairOf(holder, body, text))));
}

function bodiesOf(holder: SyntaxNode): SyntaxNode[] {
  if (holder.type === 'else_clause') {
    const body = holder.child('body') ?? holder.parts.find((part) => !isComment(part)) ?? null;
    return body === null || body.type === 'if_statement' ? [] : [body];
  }
  // Java's grammar has fields for both branches of an if, but no else clause.
  const otherwise = holder.child('alternative');
  const bodies = [holder.child('consequence') ?? holder.child('body')];
  if (otherwise !== null && !/^(?:else_clause|else_if_clause|if_statement)$/.test(otherwise.type)) bodies.push(otherwise);
  return bodies.filter((body): body is SyntaxNode =>
    body !== null && body.type !== 'empty_statement' && (body.end - body.start > 1 || body.text !== ';'));
}

function wordOf(holder: SyntaxNode, body: SyntaxNode): string {
  if (holder.type === 'else_clause' || body.field === 'alternative') return 'this else';
  return /^(?:if|else_if)/.test(holder.type) ? 'this branch' : 'this loop';
}

function repairOf(holder: SyntaxNode, body: SyntaxNode, text: string): Hit['repair'] {
  const before = body.previous;
  if (before === null || isComment(before)) return undefined;
  const between = text.slice(before.end, body.start);
  if (between.trim() !== '') return undefined;
  if (!between.includes('\n')) {
    if (body.text.includes('\n')) return undefined;
    return () => [{ start: body.start, end: body.start, text: '{ ' }, { start: body.end, end: body.end, text: ' }' }];
  }
  // A comment after the statement belongs to it.
  const rest = /^[ \t]*(?:\/\/[^\r\n]*)?(?=[\r\n]|$)/.exec(text.slice(body.end));
  if (rest === null) return undefined;
  const end = body.end + rest[0].trimEnd().length;
  return () => braced(holder, before.end, between, end, text);
}

/** Braces around a body on lines of its own. @param between the text between its head, which ends at `opening`, and the body. */
function braced(holder: SyntaxNode, opening: number, between: string, end: number, text: string): Repair {
  const lineStart = text.lastIndexOf('\n', holder.start - 1) + 1;
  const indent = /^[ \t]*/.exec(text.slice(lineStart))?.[0] ?? '';
  const lineEnd = between.includes('\r\n') ? '\r\n' : '\n';
  return [{ start: opening, end: opening, text: ' {' }, { start: end, end, text: `${lineEnd}${indent}}` }];
}
