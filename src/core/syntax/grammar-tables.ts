import type { Language as Grammar } from 'web-tree-sitter';
import type { EngineMemory } from './engine.js';
import { grammarNames } from './grammar-names.js';

/**
 * What a grammar says about the children of its nodes. A production is one way to build a node; extra nodes, such as
 * comments, are not part of it.
 */
export interface GrammarTables {
  /** The kind of each symbol, as in {@link GrammarNames}. */
  readonly kindOf: Int32Array;
  /** The number of slots for each production in the list below. */
  readonly width: number;
  /**
   * For each production and child its field and, shifted by {@link ALIAS_SHIFT} bits, the symbol that it is aliased to; 0 for
   * none.
   */
  readonly parts: Int32Array;
}

/** The byte offsets of the fields of `TSLanguage` on a 32-bit machine (tree_sitter/parser.h, ABI 13 to 15). */
const SYMBOLS = 4;
const ALIASES = 8;
const PRODUCTIONS = 28;
const FIELDS = 32;
const LONGEST_ALIASES = 36;
const FIELD_SLICES = 64;
const FIELD_ENTRIES = 68;
const PUBLIC_SYMBOLS = 76;
const ALIAS_SEQUENCES = 84;

/** A field and a symbol each have 16 bits in the engine. */
export const ALIAS_SHIFT = 16;
export const ROLE_BITS = 0xffff;

const known = new WeakMap<Grammar, GrammarTables>();

/** A node has 16 bits for its production. */
const MOST_PRODUCTIONS = 65_536;

/** The tables of a grammar, read from the engine's memory once. @throws RangeError if there is something else in its place. */
export function grammarTables(language: Grammar, memory: EngineMemory): GrammarTables {
  let tables = known.get(language);
  if (tables === undefined) known.set(language, (tables = readTables(language, memory)));
  return tables;
}

function readTables(language: Grammar, { bytes, shorts, words }: EngineMemory): GrammarTables {
  // The package's class keeps the address of the language at 0.
  const address = (language as unknown as readonly number[])[0] as number;
  const word = (offset: number): number => words[(address + offset) >> 2] as number;
  const short = (place: number): number => shorts[place >> 1] as number;
  const { kindOf, errorKind } = grammarNames(language);
  const productions = word(PRODUCTIONS);
  const longest = short(address + LONGEST_ALIASES);
  if (!(productions > 0 && productions <= MOST_PRODUCTIONS)) {
    throw new RangeError('a grammar has more productions than it can have');
  }
  const entries = word(FIELDS) === 0
    ? []
    : fieldEntries(productions, word(FIELD_SLICES), word(FIELD_ENTRIES), { short, byte: (place) => bytes[place] as number });
  const width = Math.max(longest, ...entries.map(({ part }) => part + 1));
  const parts = new Int32Array(productions * width);
  // The first production stands for all without aliases, and its sequence must not be read (ts_language_alias_at).
  for (let production = 1; production < productions; production += 1) {
    for (let part = 0; part < longest; part += 1) {
      parts[production * width + part] = short(word(ALIAS_SEQUENCES) + 2 * (production * longest + part)) << ALIAS_SHIFT;
    }
  }
  // The first of several counts (ts_tree_cursor_current_field_id).
  for (const { production, part, field } of entries.reverse()) {
    const place = production * width + part;
    parts[place] = ((parts[place] as number) & ~ROLE_BITS) | field;
  }
  const symbols = Int32Array.from({ length: word(SYMBOLS) + word(ALIASES) }, (_, symbol) =>
    kindOf[short(word(PUBLIC_SYMBOLS) + 2 * symbol)] ?? errorKind);
  return { kindOf: symbols, width, parts };
}

interface FieldEntry {
  readonly production: number;
  readonly part: number;
  readonly field: number;
}

/** The fields that productions give to their own children. Inherited fields are found at the hidden children. */
function fieldEntries(productions: number, slices: number, entries: number, { short, byte }: {
  readonly short: (place: number) => number;
  readonly byte: (place: number) => number;
}): FieldEntry[] {
  const found: FieldEntry[] = [];
  for (let production = 0; production < productions; production += 1) {
    const slice = slices + 4 * production;
    const first = short(slice);
    for (let index = first; index < first + short(slice + 2); index += 1) {
      const entry = entries + 4 * index;
      if (byte(entry + 3) === 0) found.push({ production, part: byte(entry + 2), field: short(entry) });
    }
  }
  return found;
}
