import type { Language as Grammar } from 'web-tree-sitter';
import type { Translation } from './translation.js';

/** A grammar's names for its nodes, as tables of numbers. A kind is a name together with whether its nodes are named. */
export interface GrammarNames {
  /** The name of each kind. A keyword and a node may share a name, as `string` in TypeScript: these are two kinds. */
  readonly kinds: readonly string[];
  /** 1 for each kind that is more than punctuation or a keyword. */
  readonly named: Uint8Array;
  /** The kind for a name: that of named nodes if there is one. */
  readonly kindByName: ReadonlyMap<string, number>;
  /** The kind for each of the parser's symbol numbers. */
  readonly kindOf: Int32Array;
  /** For a number beyond those: an error node. */
  readonly errorKind: number;
  /** What the names are translated from; null for a grammar whose terms are Elvar's own. */
  readonly translation: Translation | null;
  /** The names of fields; none at 0. */
  readonly fields: readonly (string | null)[];
  /** The number of each field. */
  readonly fieldByName: ReadonlyMap<string, number>;
  /** The kinds for lists of names, once computed. */
  readonly lists: WeakMap<object, readonly number[]>;
  /** The same as a table of flags. */
  readonly flags: WeakMap<Iterable<string>, Uint8Array>;
  /** The numbers for lists of fields, once computed. */
  readonly roles: WeakMap<readonly string[], readonly number[]>;
}

const known = new WeakMap<Grammar, GrammarNames>();
const translations = new WeakMap<Grammar, Translation>();

/** Says how the terms of a grammar are translated; before it is used. */
export function translate(language: Grammar, translation: Translation): void {
  translations.set(language, translation);
}

/** The names of a grammar, in Elvar's terms. */
export function grammarNames(language: Grammar): GrammarNames {
  let names = known.get(language);
  if (names === undefined) known.set(language, (names = readNames(language)));
  return names;
}

/** The kinds of a grammar with the given names. Rules use the same few lists in every file. */
export function kindsOf(names: GrammarNames, types: Iterable<string>): readonly number[] {
  let kinds = names.lists.get(types);
  if (kinds === undefined) names.lists.set(types, (kinds = kindsOfNames(names, types)));
  return kinds;
}

/** The same for the keys of a table. */
export function kindsOfKeys(names: GrammarNames, table: ReadonlyMap<string, unknown>): readonly number[] {
  let kinds = names.lists.get(table);
  if (kinds === undefined) names.lists.set(table, (kinds = kindsOfNames(names, table.keys())));
  return kinds;
}

function kindsOfNames({ kindByName }: GrammarNames, types: Iterable<string>): number[] {
  return [...new Set(types)].flatMap((type) => kindByName.get(type) ?? []);
}

/** A flag for each kind of a grammar: 1 if its name is in the list, punctuation and keywords included. */
export function kindFlags(names: GrammarNames, types: Iterable<string>): Uint8Array {
  let flags = names.flags.get(types);
  if (flags === undefined) {
    const wanted = new Set(types);
    names.flags.set(types, (flags = Uint8Array.from(names.kinds, (name) => Number(wanted.has(name)))));
  }
  return flags;
}

/** The numbers of the given fields, in order; a grammar may lack some of them. */
export function rolesOf(names: GrammarNames, fields: readonly string[]): readonly number[] {
  let roles = names.roles.get(fields);
  if (roles === undefined) names.roles.set(fields, (roles = fields.flatMap((field) => names.fieldByName.get(field) ?? [])));
  return roles;
}

function readNames(language: Grammar): GrammarNames {
  const translation = translations.get(language) ?? null;
  const kinds: string[] = [];
  const named: number[] = [];
  const places = new Map<string, number>();
  const kindByName = new Map<string, number>();
  const kind = (name: string, isNamed: boolean): number => {
    const key = `${isNamed ? 'node' : 'sign'} ${name}`;
    let place = places.get(key);
    if (place === undefined) {
      place = kinds.push(name) - 1;
      named.push(isNamed ? 1 : 0);
      places.set(key, place);
      if (isNamed || !kindByName.has(name)) kindByName.set(name, place);
    }
    return place;
  };
  const errorKind = kind('ERROR', true);
  const kindOf = Int32Array.from(language.types, (name, id) => {
    const isNamed = name === null || language.nodeTypeIsNamed(id);
    return kind(isNamed ? translated(name ?? 'ERROR', translation) : name, isNamed);
  });
  for (const [, words] of translation?.words ?? []) for (const type of Object.values(words)) kind(type, true);
  const fields = [...language.fields];
  for (const [, field] of translation?.fields ?? []) if (!fields.includes(field)) fields.push(field);
  const fieldByName = new Map(fields.flatMap((name, number): [string, number][] => (name === null ? [] : [[name, number]])));
  return {
    kinds, named: Uint8Array.from(named), kindByName, kindOf, errorKind, translation, fields, fieldByName, lists: new WeakMap(),
    flags: new WeakMap(), roles: new WeakMap(),
  };
}

function translated(type: string, translation: Translation | null): string {
  return translation !== null && Object.hasOwn(translation.types, type) ? translation.types[type] as string : type;
}
