const searches = new WeakMap<readonly string[], RegExp>();

/**
 * Finds any of some words, in capitals or not: for texts of which hardly any has one, so that it pays to look at the
 * whole before its parts. @param words a list that is asked for again and again; without any, everything has one.
 */
export function anyOf(words: readonly string[]): RegExp {
  let search = searches.get(words);
  if (search === undefined) searches.set(words, (search = new RegExp(words.map((word) => word.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')).join('|'), 'iu')));
  return search;
}
