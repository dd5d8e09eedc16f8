import type { NamePattern } from './name-pattern.js';

/** Finds, among many things that wait for names, those that a name may concern, without asking each of them. */
export class NameIndex<Item> {
  private readonly byLiteral = new Map<string, Item[]>();
  /** By an ending that begins with a dot, as in `*.test.ts`. */
  private readonly byEnding = new Map<string, Item[]>();
  /** Those that have to be asked for every name. */
  private readonly others: Item[] = [];

  /** Notes that `item` waits for names that match `pattern`. */
  add(pattern: NamePattern, item: Item): void {
    if (pattern.literal !== null) push(this.byLiteral, pattern.literal, item);
    else if (pattern.ending?.startsWith('.')) push(this.byEnding, pattern.ending, item);
    else this.addForAll(item);
  }

  /** Notes that `item` waits for every name. */
  addForAll(item: Item): void {
    this.others.push(item);
  }

  /** The items that `name` may concern; an item may come more than once. */
  find(name: string): readonly Item[] {
    let found: readonly Item[] = this.others;
    const add = (items: readonly Item[] | undefined): void => {
      // This is asked for every file, and mostly nothing is added.
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
