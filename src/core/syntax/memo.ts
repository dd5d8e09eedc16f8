/** What was worked out for a tree or a text, and is thrown away with it. */
export type Memo = Map<symbol, unknown>;

/**
 * Works something out once for each tree or text: rules ask for the same. It is kept with what it was worked out for,
 * since weak maps keep both alive until the garbage collector next goes through everything.
 */
export function memoized<Of extends { readonly memo: Memo }, Value extends object>(make: (of: Of) => Value): (of: Of) => Value {
  const key = Symbol(make.name);
  return (of) => {
    let value = of.memo.get(key) as Value | undefined;
    if (value === undefined) of.memo.set(key, (value = make(of)));
    return value;
  };
}
