/** The parts of a ledger as text. */
export interface Blocks {
  /** The text before the list, without its key. */
  readonly head: string;
  /** The indentation of each entry's dash. */
  readonly indent: string;
  /** The entries, in order. */
  readonly entries: readonly Block[];
  /** Comments after the last entry. */
  readonly tail: string;
}

/** The lines of one entry. */
export interface Block {
  /** The line of the file in which it begins, from 1. */
  readonly line: number;
  /** The comments above it. */
  readonly above: readonly string[];
  readonly lines: readonly string[];
}

/**
 * Splits a ledger into its entries.
 * @returns null unless it is written as one block per entry below the key `findings`.
 */
export function blocksOf(text: string): Blocks | null {
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  if (lines.at(-1) === '') lines.pop();
  const start = lines.findIndex((line) => !isAside(line));
  if (start < 0 || !/^findings:(?:[ \t]+\[[ \t]*\])?[ \t]*$/.test(lines[start] as string)) return null;
  const indent = /^ *(?=- )/.exec(lines.slice(start + 1).find((line) => !isAside(line)) ?? '')?.[0] ?? '';
  const entries: Block[] = [];
  let above: string[] = [];
  for (let index = start + 1; index < lines.length;) {
    const line = lines[index] as string;
    if (isAside(line)) {
      if (line !== '') above.push(line);
      index += 1;
      continue;
    }
    if (!line.startsWith(`${indent}- `) || (lines[start] as string).includes('[')) return null;
    let end = index + 1;
    while (end < lines.length && (lines[end] as string).startsWith(`${indent} `)) end += 1;
    entries.push({ line: index + 1, above, lines: lines.slice(index, end) });
    above = [];
    index = end;
  }
  return { head: linesText(lines.slice(0, start)), indent, entries, tail: linesText(above) };
}

function isAside(line: string): boolean {
  return /^[ \t]*(?:#|$)/.test(line);
}

/** Joins lines, each with a line end. */
export function linesText(lines: readonly string[]): string {
  return lines.map((line) => `${line}\n`).join('');
}
