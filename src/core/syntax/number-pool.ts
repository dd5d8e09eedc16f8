/** Tables of numbers that nobody uses any more, by the power of two that their length is. */
const free: (Int32Array[] | undefined)[] = [];

/**
 * A table of at least `length` numbers, whatever stands in them. Making one for every file keeps the garbage collector busy,
 * so that each is handed back to {@link releaseNumbers} and used again.
 */
export function takeNumbers(length: number): Int32Array {
  const power = 32 - Math.clz32(Math.max(1, length - 1));
  return free[power]?.pop() ?? new Int32Array(1 << power);
}

/** Hands back a table; nothing may look at it any more. */
export function releaseNumbers(numbers: Int32Array): void {
  (free[31 - Math.clz32(numbers.length)] ??= []).push(numbers);
}
