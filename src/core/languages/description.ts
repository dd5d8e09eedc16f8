/** Comment syntax: from a marker to the end of the line, or between two markers. */
export interface CommentSyntax {
  readonly line: readonly string[];
  readonly block: readonly (readonly [open: string, close: string])[];
}

/** How the words of a name can be joined. */
export const WORD_FORMS = ['camel', 'pascal', 'snake', 'upper', 'kebab'] as const;

/** One of {@link WORD_FORMS}. */
export type WordForm = (typeof WORD_FORMS)[number];

/** How the names of a language are usually written, by what they stand for: one of the forms each. */
export type NameConventions = Readonly<Record<'variable' | 'constant' | 'function' | 'type', readonly WordForm[]>>;

/** How a language is recognised and parsed; the first thing that the folder of a language says. */
export interface LanguageDescription {
  readonly id: string;
  /** File extensions with their dot, separated by blanks. */
  readonly endings: string;
  /** Whole file names, separated by blanks. */
  readonly fileNames?: string;
  readonly comments: CommentSyntax;
  readonly nameConventions: NameConventions;
  /** The family of languages that use each other's names; null if what it declares is not known of a project. */
  readonly family: string | null;
  /** The name of the grammar here; null for a language that is read otherwise. */
  readonly grammar: string | null;
  /** The npm package with the compiled grammar, and the file in it. */
  readonly compiled: readonly [packageName: string, file: string] | null;
}

export const C_LIKE: CommentSyntax = { line: ['//'], block: [['/*', '*/']] };
export const HASH: CommentSyntax = { line: ['#'], block: [] };
