import { KIND, SHIFT } from './node-table.js';
import { releaseNumbers, takeNumbers } from './number-pool.js';

/** The numbers of nodes, those of one type together, and in the order of the text within a type. */
export interface SortedNumbers {
  readonly numbers: Int32Array;
  /** For each type where those of the types before it end; and at last where all end. */
  readonly ends: Int32Array;
}

/** Two lists of numbers as one. */
export function joined(first: Int32Array, second: Int32Array): Int32Array {
  const all = new Int32Array(first.length + second.length);
  all.set(first);
  all.set(second, first.length);
  return all;
}

/** Sorts the rows of a table. @param size how many there are. @param kinds how many kinds the grammar has. */
export function sortedByKind(table: Int32Array, size: number, kinds: number): SortedNumbers {
  const ends = takeNumbers(kinds + 1).fill(0, 0, kinds + 1);
  const step = 1 << SHIFT;
  for (let index = 0, at = KIND; index < size; index += 1, at += step) ends[(table[at] as number) + 1]! += 1;
  for (let kind = 1; kind <= kinds; kind += 1) ends[kind]! += ends[kind - 1] as number;
  const next = takeNumbers(kinds + 1);
  for (let kind = 0; kind < kinds; kind += 1) next[kind] = ends[kind] as number;
  const numbers = takeNumbers(size);
  for (let index = 0, at = KIND; index < size; index += 1, at += step) numbers[next[table[at] as number]!++] = index;
  releaseNumbers(next);
  return { numbers, ends };
}
