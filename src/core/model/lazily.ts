/** What gives a value that is made when somebody first asks for it: a run needs few of all that there is. */
export function lazily<Value>(make: () => Value): () => Value {
  let made: { readonly value: Value } | null = null;
  return () => (made ??= { value: make() }).value;
}
