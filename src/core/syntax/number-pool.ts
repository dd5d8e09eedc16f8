/** Free tables of numbers, indexed by the exponent of their power-of-two length. */
const free: (Int32Array[] | undefined)[] = [];

/**
 * A table of at least `length` numbers with arbitrary content. Allocating one per file keeps the garbage collector busy,
 * so give each back with {@link releaseNumbers} for reuse.
 */
export function takeNumbers(length: number): Int32Array {
  const power = 32 - Math.clz32(Math.max(1, length - 1));
  return free[power]?.pop() ?? new Int32Array(1 << power);
}

/** Gives a table back; nothing may read it any more. */
export function releaseNumbers(numbers: Int32Array): void {
  (free[31 - Math.clz32(numbers.length)] ??= []).push(numbers);
}
