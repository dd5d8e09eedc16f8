const searches = new WeakMap<readonly string[], RegExp>();

/**
 * Searches for any of the given words, ignoring case: for texts that hardly ever have one, where it pays to look at the
 * whole before its parts. @param words a list that callers reuse; if it is empty, every text matches.
 */
export function anyOf(words: readonly string[]): RegExp {
  let search = searches.get(words);
  if (search === undefined) {
    searches.set(words, (search = new RegExp(words.map((word) => word.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')).join('|'), 'iu')));
  }
  return search;
}
