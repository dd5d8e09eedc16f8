/** What a ruling says about a list: the whole list, or an edit of it. */
type WrittenList = readonly string[] | { readonly add?: readonly string[]; readonly drop?: readonly string[] };

/**
 * What a ruling says about a list after items have been added or dropped.
 * @param written what it says so far; anything else than a list or an edit counts as nothing.
 */
export function listChange(written: unknown, items: readonly string[], drops: boolean): WrittenList {
  const without = (list: readonly string[] | undefined): string[] => (list ?? []).filter((item) => !items.includes(item));
  if (Array.isArray(written)) return drops ? without(written as string[]) : [...without(written as string[]), ...items];
  const edit = (typeof written === 'object' && written !== null ? written : {}) as Exclude<WrittenList, readonly string[]>;
  const [added, dropped] = drops
    ? [without(edit.add), [...without(edit.drop), ...items]]
    : [[...without(edit.add), ...items], without(edit.drop)];
  return { ...(added.length > 0 && { add: added }), ...(dropped.length > 0 && { drop: dropped }) };
}
