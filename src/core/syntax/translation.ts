/** Which children of a node are meant. */
export type PartChoice =
  /** The first or the last that is no comment and no sign. */
  | 'first' | 'last'
  /** The first such one after a sign or a keyword. */
  | { readonly after: string }
  /** All such ones before a sign or a keyword. */
  | { readonly before: string }
  /** Those of some types. */
  | { readonly of: readonly string[] }
  /** Those in a field of the grammar. */
  | { readonly in: string };

/**
 * How a grammar's terms are said in those of Elvar, which rules know: a function is a function in every language. Rules thus
 * find the same things in a new language by the same words, and its folder is where all of them stand.
 */
export interface Translation {
  /** What nodes are called here, by what the grammar calls them; nodes that are not listed keep their name. */
  readonly types: Readonly<Record<string, string>>;
  /** Fields that the grammar calls otherwise, or does not name: the type here, the field here, and which children stand in it. */
  readonly fields: readonly (readonly [type: string, field: string, which: PartChoice])[];
  /** Words of the language that the grammar takes for nodes of other types: the type here, and what each word is here. */
  readonly words?: readonly (readonly [type: string, words: Readonly<Record<string, string>>])[];
  /** Types, as called here, whose nodes the grammar lets end after the line end. */
  readonly endsWithLine?: readonly string[];
}
