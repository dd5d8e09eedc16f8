import { createHash } from 'node:crypto';
import type { Part } from '../../core/inspect/part-record.js';
import { UsageError } from '../files/errors.js';

/** The most parts of a check. */
export const MOST_PARTS = 1_000;

/** Reads `I/N`, as the command line has it. @throws UsageError if it is not that. */
export function parsePart(text: string): Part {
  const [, number, of] = (/^(\d{1,4})\/(\d{1,4})$/.exec(text) ?? []).map(Number);
  if (number === undefined || of === undefined || number < 1 || number > of || of > MOST_PARTS) {
    throw new UsageError({ code: 'bad-part', text, most: MOST_PARTS });
  }
  return { number, of };
}

/** The number of the part that a path belongs to, from 1: by a hash, so that a file stays where it is when others come and go. */
export function partOf(path: string, of: number): number {
  return createHash('sha256').update(path).digest().readUIntBE(0, 6) % of + 1;
}
