import type { Hit, TreeFinder } from './finder.js';
import { isComment, type SyntaxNode } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import { CASES, leaves } from '../syntax/leaving.js';
import { statementsOf } from '../syntax/statements.js';
import { byTree, hitsOf } from './hits.js';

/**
 * Finds cases that continue into the next one.
 * @param mayLeave whether a statement may leave the case although its text does not say so; absent if none can.
 */
export function fallThroughs(mayLeave?: (statement: SyntaxNode) => boolean): TreeFinder<unknown> {
  return byTree((source) => findFallThrough(source, mayLeave), CASES);
}

function findFallThrough(
  { tree, text: { text } }: ParsedSource, mayLeave: ((statement: SyntaxNode) => boolean) | undefined,
): Hit[] {
  return hitsOf(tree.ofTypes(CASES), (part): Hit[] => {
    const next = nextCase(part);
    const statements = statementsOf(part).filter(({ type }) => type !== 'attributed_statement');
    if (next === null || statements.length === 0 || statements.some(leaves)
        || onlyBreaks(next) || mayLeave?.(statements.at(-1) as SyntaxNode) === true) return [];
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
