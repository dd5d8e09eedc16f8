import { DESCRIBED, type DescribedGrammar } from '../languages/described.js';
import type { CommentSyntax } from '../languages/description.js';

/** The name of a language, such as `typescript`. */
export type LanguageId = string;

const COMMON = ['javascript', 'typescript', 'tsx', 'python', 'php', 'java', 'cpp', 'css', 'html', 'bash', 'go', 'json', 'yaml'] as const;

/** One of {@link GRAMMARS}. */
export type GrammarId = (typeof COMMON)[number] | DescribedGrammar;

/** The grammars that come with Elvar; a language may have one for each of its forms. */
export const GRAMMARS: readonly GrammarId[] = [...COMMON, ...DESCRIBED.flatMap(({ grammar }) => grammar ?? [])];

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

/** The languages of scripts and styles that files of a language may contain. */
const EMBEDDED: Readonly<Record<LanguageId, readonly LanguageId[]>> = {
  html: ['javascript', 'css', 'json'],
  php: ['javascript', 'css'],
  component: ['javascript', 'typescript', 'css'],
  markdown: ['javascript', 'typescript', 'python', 'php', 'java', 'c', 'cpp', 'css', 'go', 'shell', 'json', 'yaml', ...DESCRIBED.map(({ id }) => id)],
};

/** The languages of scripts and styles that files of `language` may contain. */
export function embeddedLanguages(language: LanguageId): readonly LanguageId[] {
  return EMBEDDED[language] ?? [];
}

/** The languages whose files may contain one of `languages`. */
export function languagesAround(languages: readonly LanguageId[]): LanguageId[] {
  return Object.keys(EMBEDDED).filter((outer) => embeddedLanguages(outer).some((inner) => languages.includes(inner)));
}
