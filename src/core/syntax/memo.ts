/** What was worked out for a tree or a text, and is thrown away with it: at the number of each thing that is worked out. */
export type Memo = unknown[];

let count = 0;

/**
 * Works something out once for each tree or text: rules ask for the same. It is kept with what it was worked out for,
 * since weak maps keep both alive until the garbage collector next goes through everything.
 */
export function memoized<Of extends { readonly memo: Memo }, Value extends object>(make: (of: Of) => Value): (of: Of) => Value {
  const place = count;
  count += 1;
  return (of) => {
    const { memo } = of;
    // Room for all at once: a list that grows is copied each time.
    if (memo.length === 0) memo.length = count;
    return (memo[place] ??= make(of)) as Value;
  };
}
