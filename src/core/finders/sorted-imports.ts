import type { Repair } from '../model/repair.js';
import type { SyntaxNode } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import { isBlank } from './blank.js';
import type { Hit } from './finder.js';
import { hitAt, hitsOf, NO_HITS, SAFE } from './hits.js';

/** An import and its sort key; null for one whose position matters, which ends the block. */
export interface Entry {
  readonly node: SyntaxNode;
  readonly key: string | null;
  /** Whether importing runs code, so that the order can matter. */
  readonly runsCode: boolean;
}

/** An import with its sort keys: the text ignoring case, then the text as written. */
interface Keyed extends Entry {
  readonly key: string;
  readonly small: string;
}

/** @param entries in the order of the text. */
export function unsortedImports({ text: { text } }: ParsedSource, entries: readonly Entry[]): readonly Hit[] {
  if (entries.length < 2) return NO_HITS;
  return hitsOf(blocksOf(entries, text), (block) => {
    const wrong = block.findIndex((own, index) => index > 0 && compare(block[index - 1] as Keyed, own) > 0);
    if (wrong < 0) return NO_HITS;
    const isWhole = block.every(({ node }) => endsLine(text, node.end));
    const repair = (): Repair => sortedRepair(block);
    const [before, out] = [block[wrong - 1], block[wrong]] as [Keyed, Keyed];
    return [hitAt(
      out.node,
      `${wordOf(out.key)} belongs before ${wordOf(before.key)}`,
      isWhole ? repair : undefined,
      block.some(({ runsCode }) => runsCode) ? undefined : SAFE,
    )];
  });
}

function compare(a: Keyed, b: Keyed): number {
  return a.small < b.small ? -1 : a.small > b.small ? 1 : a.key < b.key ? -1 : a.key > b.key ? 1 : 0;
}

function sortedRepair(block: readonly Keyed[]): Repair {
  const sorted = block.toSorted(compare);
  return block.map(({ node }, index) => ({ start: node.start, end: node.end, text: (sorted[index] as Keyed).node.text }));
}

/** Whether nothing but blanks follows on the line. */
function endsLine(text: string, end: number): boolean {
  const at = pastBlanks(text, end);
  return at === text.length || isFeed(text, at);
}

/** Whether one line end stands between two places, and nothing else but blanks. */
function areNext(text: string, end: number, start: number): boolean {
  const feed = pastBlanks(text, end);
  return isFeed(text, feed) && pastBlanks(text, text.indexOf('\n', feed) + 1) === start;
}

function pastBlanks(text: string, from: number): number {
  let at = from;
  while (isBlank(text.charCodeAt(at))) at += 1;
  return at;
}

/** Whether LF or CR LF stands at a place. */
function isFeed(text: string, at: number): boolean {
  return text[at] === '\n' || (text[at] === '\r' && text[at + 1] === '\n');
}

/** The key without the part that orders the kinds of imports. */
function wordOf(key: string): string {
  return key.replace(/^\d /, '');
}

/** Imports on lines that follow each other directly. */
function blocksOf(entries: readonly Entry[], text: string): Keyed[][] {
  const blocks: Keyed[][] = [];
  let before: SyntaxNode | null = null;
  for (const { node, key, runsCode } of entries) {
    if (key !== null) {
      const keyed = { node, key, runsCode, small: key.toLowerCase() };
      const isNext: boolean = before !== null && before.parent === node.parent && areNext(text, before.end, node.start);
      if (isNext) (blocks[blocks.length - 1] as Keyed[]).push(keyed);
      else blocks.push([keyed]);
    }
    before = key === null ? null : node;
  }
  return blocks;
}
