import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { CASES, leaves } from '../../syntax/leaving.js';
import { statementsOf } from '../../syntax/statements.js';
import { byTree, hitsOf, shared } from '../../finders/hits.js';

export default defineRule({
  id: 'slips/fall-through',
  title: 'Every case ends explicitly',
  about: 'Without a break, the next case runs as well. Usually the break was forgotten.',
  advice: 'End the case with a break or a return. If it is meant to continue, say so in a comment: falls through.',
  tags: ['correctness', 'starter'],
  confidence: 'likely',
  options: {},
  find: shared(byTree(findFallThrough, CASES)),
});

/** A macro may leave. */
const CALLS_MACRO = /^[A-Z][A-Z\d_]{2,}\s*\(/;

function findFallThrough({ tree, grammar, text: { text } }: ParsedSource): Hit[] {
  return hitsOf(tree.ofTypes(CASES), (part): Hit[] => {
    const next = nextCase(part);
    const statements = statementsOf(part).filter(({ type }) => type !== 'attributed_statement');
    if (next === null || statements.length === 0 || statements.some(leaves)
        || onlyBreaks(next) || (grammar === 'cpp' && CALLS_MACRO.test((statements.at(-1) as SyntaxNode).text))) return [];
    const last = statements.at(-1) as SyntaxNode;
    // In the tree, a comment may be at the end of the case or between the two.
    if (/fall(?:s|ing)?[ -]?thr|fallthrough|no break/i.test(text.slice(last.end, endOfLine(text, next.start)))
        || /\[\[fallthrough\]\]|fall(?:s|ing)?[ -]?thr/i.test(lastLines(part))) return [];
    const head = /^[^:\n]*:?/.exec(text.slice(next.start, next.end))?.[0] ?? '';
    return [{ start: next.start, end: next.start + Math.max(1, head.length), message: 'the case above continues into this one' }];
  });
}

function endOfLine(text: string, from: number): number {
  const end = text.indexOf('\n', from);
  return end < 0 ? text.length : end;
}

function lastLines(part: SyntaxNode): string {
  return part.text.split('\n').slice(-3).join('\n');
}

/** Whether a case does nothing: going on into it is the same as leaving. */
function onlyBreaks(part: SyntaxNode): boolean {
  const [first, ...more] = statementsOf(part);
  return first?.type === 'break_statement' && more.length === 0;
}

function nextCase(part: SyntaxNode): SyntaxNode | null {
  let next = part.next;
  while (next !== null && (isComment(next) || !next.named)) next = next.next;
  return next !== null && CASES.includes(next.type) ? next : null;
}
