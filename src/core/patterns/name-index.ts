import type { NamePattern } from './name-pattern.js';

/** Finds, among many items with name patterns, those that a name may match, without testing each. */
export class NameIndex<Item> {
  private readonly byLiteral = new Map<string, Item[]>();
  /** Keyed by an ending that begins with a dot, as in `*.test.ts`. */
  private readonly byEnding = new Map<string, Item[]>();
  /** Items to test for every name. */
  private readonly others: Item[] = [];

  /** Registers `item` for names that match `pattern`. */
  add(pattern: NamePattern, item: Item): void {
    if (pattern.literal !== null) push(this.byLiteral, pattern.literal, item);
    else if (pattern.ending?.startsWith('.')) push(this.byEnding, pattern.ending, item);
    else this.addForAll(item);
  }

  /** Registers `item` for every name. */
  addForAll(item: Item): void {
    this.others.push(item);
  }

  /** The items that `name` may match; an item may occur more than once. */
  find(name: string): readonly Item[] {
    let found: readonly Item[] = this.others;
    const add = (items: readonly Item[] | undefined): void => {
      // This runs for every file, and usually nothing is added.
      if (items !== undefined) found = found.length === 0 ? items : [...found, ...items];
    };
    add(this.byLiteral.get(name));
    if (this.byEnding.size > 0) {
      for (let dot = name.indexOf('.'); dot >= 0; dot = name.indexOf('.', dot + 1)) add(this.byEnding.get(name.slice(dot)));
    }
    return found;
  }
}

function push<Item>(map: Map<string, Item[]>, key: string, item: Item): void {
  const items = map.get(key);
  if (items === undefined) map.set(key, [item]);
  else items.push(item);
}
