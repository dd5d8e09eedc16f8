/** Returns a function that computes its value on the first call: a run needs only few of such values. */
export function lazily<Value>(make: () => Value): () => Value {
  let made: { readonly value: Value } | null = null;
  return () => (made ??= { value: make() }).value;
}
