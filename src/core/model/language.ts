/** The name of a language, such as `typescript`. */
export type LanguageId = string;

/** Grammars that Elvar brings along; a language may have one for each form it is written in. */
export const GRAMMARS = [
  'javascript', 'typescript', 'tsx', 'python', 'php', 'java', 'cpp', 'css', 'html', 'bash', 'go', 'json', 'yaml',
] as const;

/** One of {@link GRAMMARS}. */
export type GrammarId = (typeof GRAMMARS)[number];

/** How comments are written: from a marker to the end of the line, or between two markers. */
export interface CommentSyntax {
  readonly line: readonly string[];
  readonly block: readonly (readonly [open: string, close: string])[];
}

/** A language that Elvar knows by the names of its files. */
export interface Language {
  readonly id: LanguageId;
  /** File endings with their dot, such as `.ts`. */
  readonly endings: readonly string[];
  /** Whole file names, such as `Dockerfile`. */
  readonly names: readonly string[];
  /** The grammar, by ending where forms of the language differ; null: the text is checked, not its syntax. */
  readonly grammar: GrammarId | Readonly<Record<string, GrammarId>> | null;
  readonly comments: CommentSyntax;
  /** Whether indentation with tabs is part of the language. */
  readonly needsTabs: boolean;
}
