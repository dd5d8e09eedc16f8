const SURROGATE = /[\uD800-\uDFFF]/;

/** Sorts items by their paths compared as UTF-8 bytes. Returns the same array. */
export function sortByPath<Item>(items: Item[], pathOf: (item: Item) => string): Item[] {
  const keyed = items.map((item) => ({ item, key: pathOf(item) }));
  // Byte order equals code-point order; the order of UTF-16 code units differs only for surrogates.
  const compare = keyed.some(({ key }) => SURROGATE.test(key))
    ? (a: string, b: string) => Buffer.compare(Buffer.from(a), Buffer.from(b))
    : (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
  keyed.sort((a, b) => compare(a.key, b.key));
  keyed.forEach(({ item }, index) => (items[index] = item));
  return items;
}
