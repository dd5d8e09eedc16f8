/** The name of a language, such as `typescript`. */
export type LanguageId = string;

/** The grammars that come with Elvar; a language may have one for each of its forms. */
export const GRAMMARS = [
  'javascript', 'typescript', 'tsx', 'python', 'php', 'java', 'cpp', 'css', 'html', 'bash', 'go', 'json', 'yaml',
] as const;

/** One of {@link GRAMMARS}. */
export type GrammarId = (typeof GRAMMARS)[number];

/** Comment syntax: from a marker to the end of the line, or between two markers. */
export interface CommentSyntax {
  readonly line: readonly string[];
  readonly block: readonly (readonly [open: string, close: string])[];
}

/** A language that Elvar recognises by file name. */
export interface Language {
  readonly id: LanguageId;
  /** File extensions with their dot, such as `.ts`. */
  readonly endings: readonly string[];
  /** Whole file names, such as `Dockerfile`. */
  readonly names: readonly string[];
  /** The grammar, by extension if forms of the language differ; null if only the text is checked, not the syntax. */
  readonly grammar: GrammarId | Readonly<Record<string, GrammarId>> | null;
  readonly comments: CommentSyntax;
  /** Whether indentation with tabs is part of the language. */
  readonly needsTabs: boolean;
}
