import type { PartChoice } from '../languages/translation.js';
import type { GrammarNames } from './grammar-names.js';
import { AFTER, END, FIELD, KIND, SHIFT, START, type NodeTable } from './node-table.js';
import { COMMENTS } from './node.js';

/** A rule of a translation, in numbers. */
interface Naming {
  readonly field: number;
  readonly which: PartChoice;
  /** The kinds that {@link which} speaks of, as flags; none if it speaks of fields or places. */
  readonly kinds: Uint8Array;
  /** The field that it speaks of; -1 if there is none. */
  readonly from: number;
}

interface Namings {
  /** By the kind of the node. */
  readonly byKind: readonly (readonly Naming[] | undefined)[];
  readonly isComment: Uint8Array;
  readonly endsWithLine: Uint8Array;
  /** By the kind of the node: the kinds that some texts are instead. */
  readonly words: readonly (ReadonlyMap<string, number> | undefined)[];
}

const known = new WeakMap<GrammarNames, Namings>();

/** Names the fields in a table as the grammar's translation says; others stay as they are. */
export function nameFields({ table, size }: NodeTable, text: string, names: GrammarNames): void {
  if (names.translation === null) return;
  let namings = known.get(names);
  if (namings === undefined) known.set(names, (namings = namingsOf(names)));
  const { byKind, endsWithLine, isComment, words } = namings;
  for (let row = 0; row < size; row += 1) {
    const at = row << SHIFT;
    const kind = table[at + KIND] as number;
    if (endsWithLine[kind] === 1) {
      while ((table[at + END] as number) > 0 && /[\r\n]/.test(text[(table[at + END] as number) - 1] ?? '')) table[at + END] = (table[at + END] as number) - 1;
    }
    const meant = words[kind]?.get(text.slice(table[at + START], table[at + END]));
    if (meant !== undefined) table[at + KIND] = meant;
    const own = byKind[kind];
    if (own !== undefined) for (const naming of own) nameIn(table, row, naming, { named: names.named, isComment });
  }
}

interface Kinds {
  readonly named: Uint8Array;
  readonly isComment: Uint8Array;
}

function nameIn(table: Int32Array, row: number, { field, which, kinds, from }: Naming, { named, isComment }: Kinds): void {
  const end = table[(row << SHIFT) + AFTER] as number;
  let last = -1;
  let isPast = false;
  for (let child = row + 1; child < end; child = table[(child << SHIFT) + AFTER] as number) {
    const at = child << SHIFT;
    const kind = table[at + KIND] as number;
    if (from >= 0) {
      if (table[at + FIELD] === from) table[at + FIELD] = field;
    } else if (typeof which === 'object' && 'of' in which) {
      if (kinds[kind] === 1) table[at + FIELD] = field;
    } else if (named[kind] !== 1) {
      // Signs and keywords are what the others stand before or after.
      if (kinds[kind] === 1 && typeof which === 'object' && 'before' in which) return;
      isPast ||= kinds[kind] === 1;
    } else if (isComment[kind] !== 1) {
      last = at;
      const isMeant = which === 'first' || (typeof which === 'object' && ('before' in which || isPast));
      if (isMeant) table[at + FIELD] = field;
      if (isMeant && !(typeof which === 'object' && 'before' in which)) return;
    }
  }
  if (which === 'last' && last >= 0) table[last + FIELD] = field;
}

function namingsOf(names: GrammarNames): Namings {
  const { translation, kinds, named, fieldByName, kindByName } = names;
  const flags = (isMeant: (name: string, isNamed: boolean) => boolean): Uint8Array => Uint8Array.from(kinds, (name, kind) => Number(isMeant(name, named[kind] === 1)));
  const byKind: Naming[][] = [];
  for (const [type, field, which] of translation?.fields ?? []) {
    const kind = kindByName.get(type);
    if (kind === undefined) continue;
    (byKind[kind] ??= []).push({
      field: fieldByName.get(field) as number,
      which,
      kinds: flags((name, isNamed) => typeof which === 'object' && ('of' in which ? isNamed && which.of.includes(name) : 'in' in which ? false : !isNamed && name === ('after' in which ? which.after : which.before))),
      from: typeof which === 'object' && 'in' in which ? (fieldByName.get(which.in) ?? -1) : -1,
    });
  }
  const endsWithLine = new Set(translation?.endsWithLine);
  const words: ReadonlyMap<string, number>[] = [];
  for (const [type, meanings] of translation?.words ?? []) {
    const kind = kindByName.get(type);
    if (kind !== undefined) words[kind] = new Map(Object.entries(meanings).map(([word, meant]) => [word, kindByName.get(meant) as number]));
  }
  return { byKind, words, isComment: flags((name, isNamed) => isNamed && COMMENTS.has(name)), endsWithLine: flags((name, isNamed) => isNamed && endsWithLine.has(name)) };
}
