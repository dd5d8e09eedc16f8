import { syntaxOf } from '../syntax/language-syntax.js';
import { KIND, SHIFT, START } from '../syntax/node-table.js';
import { isComment, type SyntaxNode } from '../syntax/node.js';
import { layoutTest, type LayoutTest } from '../syntax/solid.js';
import type { ParsedSource } from '../syntax/source.js';
import type { Hit } from './finder.js';

export interface Options {
  readonly operators: boolean;
  readonly commas: boolean;
  readonly tight: readonly string[];
}

const COMMA = [','];

/** Whether blanks in a node may become a part of a text. */
export function isQuoted(node: SyntaxNode): boolean {
  const { showsBlanks } = syntaxOf(node.tree);
  if (showsBlanks === undefined) return false;
  for (let around = node.parent; around !== null; around = around.parent) if (showsBlanks(around)) return true;
  return false;
}

export function* spaceAfterCommas(source: ParsedSource, { commas }: Options): Iterable<Hit> {
  if (!commas) return;
  const { tree, text: { text } } = source;
  const { table, size } = tree;
  const isComma = tree.kindFlags(COMMA);
  let isLayout: LayoutTest | null = null;
  for (let index = 0; index < size; index += 1) {
    if (isComma[table[(index << SHIFT) + KIND] as number] !== 1) continue;
    const start = table[(index << SHIFT) + START] as number;
    const next = text[start + 1];
    // A closing bracket may follow at once; between two commas is a hole.
    if (text[start] !== ',' || next === undefined || /[\s)\]}>,]/.test(next)) continue;
    const comma = tree.nodeAt(index);
    if (comma.next === null || isComment(comma.next) || isQuoted(comma)) continue;
    isLayout ??= layoutTest(source);
    yield {
      start,
      end: start + 1,
      message: 'no space after this comma',
      repair: isLayout(start + 1) ? [{ start: start + 1, end: start + 1, text: ' ' }] : undefined,
    };
  }
}
