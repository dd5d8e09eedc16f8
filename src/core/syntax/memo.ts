/** Results computed for a tree or a text, discarded with it: each at the index of its computation. */
export type Memo = unknown[];

let count = 0;

/**
 * Computes something once per tree or text, as several rules need the same. The result is stored on the tree or text itself,
 * since a weak map would keep both alive until the next full garbage collection.
 */
export function memoized<Of extends { readonly memo: Memo }, Value extends object>(make: (of: Of) => Value): (of: Of) => Value {
  const place = count;
  count += 1;
  return (of) => {
    const { memo } = of;
    // Allocate for all at once: a growing list is copied each time.
    if (memo.length === 0) memo.length = count;
    return (memo[place] ??= make(of)) as Value;
  };
}
