import type { PartChoice } from './translation.js';
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
      while ((table[at + END] as number) > (table[at + START] as number)
          && /[\r\n]/.test(text[(table[at + END] as number) - 1] ?? '')) table[at + END] = (table[at + END] as number) - 1;
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

function nameIn(table: Int32Array, row: number, naming: Naming, kinds: Kinds): void {
  const children: number[] = [];
  const end = table[(row << SHIFT) + AFTER] as number;
  for (let child = row + 1; child < end; child = table[(child << SHIFT) + AFTER] as number) children.push(child << SHIFT);
  for (const at of meantOf(children, table, naming, kinds)) table[at + FIELD] = naming.field;
}

/** The rows among the children of a node that a rule means. */
function meantOf(
  children: readonly number[], table: Int32Array, { which, kinds, from }: Naming, { named, isComment }: Kinds,
): readonly number[] {
  const kindOf = (at: number): number => table[at + KIND] as number;
  const isPart = (at: number): boolean => named[kindOf(at)] === 1 && isComment[kindOf(at)] !== 1;
  if (which === 'first') return children.filter(isPart).slice(0, 1);
  if (which === 'last') return children.filter(isPart).slice(-1);
  if ('in' in which) return children.filter((at) => table[at + FIELD] === from);
  if ('of' in which) return children.filter((at) => kinds[kindOf(at)] === 1);
  const sign = children.findIndex((at) => kinds[kindOf(at)] === 1);
  if (sign < 0) return 'before' in which ? children.filter(isPart) : [];
  return 'before' in which ? children.slice(0, sign).filter(isPart) : children.slice(sign + 1).filter(isPart).slice(0, 1);
}

function namingsOf(names: GrammarNames): Namings {
  const { translation, kinds, named, fieldByName, kindByName } = names;
  const flags = (isMeant: (name: string, isNamed: boolean) => boolean): Uint8Array =>
    Uint8Array.from(kinds, (name, kind) => Number(isMeant(name, named[kind] === 1)));
  const byKind: Naming[][] = [];
  for (const [type, field, which] of translation?.fields ?? []) {
    const kind = kindByName.get(type);
    if (kind === undefined) continue;
    (byKind[kind] ??= []).push({
      field: fieldByName.get(field) as number,
      which,
      kinds: flags((name, isNamed) => typeof which === 'object' && ('of' in which ? isNamed && which.of.includes(name)
        : 'in' in which ? false
        : !isNamed && name === ('after' in which ? which.after : which.before))),
      from: typeof which === 'object' && 'in' in which ? (fieldByName.get(which.in) ?? -1) : -1,
    });
  }
  const endsWithLine = new Set(translation?.endsWithLine);
  const words: ReadonlyMap<string, number>[] = [];
  for (const [type, meanings] of translation?.words ?? []) {
    const kind = kindByName.get(type);
    if (kind !== undefined) {
      words[kind] = new Map(Object.entries(meanings).map(([word, meant]) => [word, kindByName.get(meant) as number]));
    }
  }
  return {
    byKind,
    words,
    isComment: flags((name, isNamed) => isNamed && COMMENTS.has(name)),
    endsWithLine: flags((name, isNamed) => isNamed && endsWithLine.has(name)),
  };
}
