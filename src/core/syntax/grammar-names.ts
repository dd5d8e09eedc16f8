import type { Language as Grammar } from 'web-tree-sitter';

/** What a grammar calls its nodes, for tables of numbers. */
export interface GrammarNames {
  /** The names of types; each name once. The last is for what does not follow the grammar. */
  readonly kinds: readonly string[];
  /** The place of each name in `kinds`. */
  readonly places: ReadonlyMap<string, number>;
  /** For each number that the parser has for a type: twice the place of its name in `kinds`, and 1 more where it is named. */
  readonly kindOf: Int32Array;
  /** For a number that is beyond those: of what does not follow the grammar. */
  readonly errorKind: number;
  /** The names of roles; none at 0. */
  readonly fields: readonly (string | null)[];
}

const known = new WeakMap<Grammar, GrammarNames>();

/** The names of a grammar. */
export function grammarNames(language: Grammar): GrammarNames {
  let names = known.get(language);
  if (names === undefined) known.set(language, (names = readNames(language)));
  return names;
}

function readNames(language: Grammar): GrammarNames {
  const { types, fields } = language;
  const written = types.map((type) => type ?? 'ERROR');
  const kinds = [...new Set([...written, 'ERROR'])];
  const places = new Map(kinds.map((kind, place) => [kind, place]));
  const kind = (name: string, isNamed: boolean): number => (places.get(name) as number) * 2 + (isNamed ? 1 : 0);
  return {
    kinds,
    places,
    kindOf: Int32Array.from(written, (name, id) => kind(name, language.nodeTypeIsNamed(id))),
    errorKind: kind('ERROR', true),
    fields,
  };
}
