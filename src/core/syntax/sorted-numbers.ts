import { KIND, SHIFT } from './node-table.js';
import { releaseNumbers, takeNumbers } from './number-pool.js';

/** The numbers of nodes, grouped by type, in text order within a type. */
export interface SortedNumbers {
  readonly numbers: Int32Array;
  /** For each type, the end of the group before it; then the end of all. */
  readonly ends: Int32Array;
}

/** Concatenates two lists of numbers. */
export function joined(first: Int32Array, second: Int32Array): Int32Array {
  const all = new Int32Array(first.length + second.length);
  all.set(first);
  all.set(second, first.length);
  return all;
}

/** Sorts the rows of a table. @param size the number of rows. @param kinds the number of kinds in the grammar. */
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
