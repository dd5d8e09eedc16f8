/** The name of a language, such as `typescript`. */
export type LanguageId = string;

/** The name of a grammar, such as `tsx`: a language may have one for each of its forms. */
export type GrammarId = string;

/** Comment syntax: from a marker to the end of the line, or between two markers. */
export interface CommentSyntax {
  readonly line: readonly string[];
  readonly block: readonly (readonly [open: string, close: string])[];
  /** Comments in what may stand between the code, between two markers; absent for none. */
  readonly between?: readonly (readonly [open: string, close: string])[];
}

/** How the words of a name can be joined. */
export const WORD_FORMS = ['camel', 'pascal', 'snake', 'upper', 'kebab'] as const;

/** One of {@link WORD_FORMS}. */
export type WordForm = (typeof WORD_FORMS)[number];

/** How the names of a language are usually written, by what they stand for: one of the forms each. */
export type NameConventions = Readonly<Record<'variable' | 'constant' | 'function' | 'type', readonly WordForm[]>>;

/** Languages that use each other's names: a name in one of them is no use of a name in another. */
export interface LanguageFamily {
  readonly id: string;
  /** Whether names that differ only in capital letters are the same. */
  readonly foldsCase: boolean;
}

/**
 * How code of other languages stands in a file: between fences as in Markdown; in script and style elements, wherever the tree
 * has them, or only where a line begins with them; or in those of the markup around the code, which the tree has as text.
 */
export type InsideForm = 'fences' | 'elements' | 'elements-at-margin' | 'elements-in-texts';

/** What may hold for the text of a language's files, whether or not a grammar reads it. */
export type TextTrait =
  /** Its lines are often long, though people wrote them. */
  | 'long-lines'
  /** Values need no quotation marks. */
  | 'bare-values'
  /** Values may stand below their names, as entries `name` and `value` of a list. */
  | 'named-values'
  /** The keys of its mappings may be addresses that are used. */
  | 'address-keys'
  /** It starts programs, with arguments. */
  | 'command-lines'
  /** Pieces of it in prose may show what somebody typed, and what came back. */
  | 'transcripts'
  /** Texts end with their line, unless their marks say otherwise. */
  | 'one-line-texts'
  /** Its files need no heading. */
  | 'no-heading'
  /** A text at the top of a file may be its documentation. */
  | 'text-as-heading'
  /** Comments often follow code on its line. */
  | 'comments-after-code'
  /** Code that begins with `#if 0` is left out. */
  | 'preprocessor';

/** A language that Elvar recognises by file name. */
export interface Language {
  readonly id: LanguageId;
  /** File extensions with their dot, such as `.ts`. */
  readonly endings: readonly string[];
  /** Whole file names, such as `Dockerfile`. */
  readonly names: readonly string[];
  /** The grammar, by extension if forms of the language differ; null if only the text is checked, not the syntax. */
  readonly grammar: GrammarId | Readonly<Record<string, GrammarId>> | null;
  /** What holds for the text of its files. */
  readonly traits: readonly TextTrait[];
  /** Whether a line in a comment looks like its code rather than prose; null where nearly every comment is prose. */
  readonly looksLikeCode: ((line: string) => boolean) | null;
  /** Programs that run it, as first lines of scripts name them, without numbers of versions. */
  readonly interpreters: readonly string[];
  /** What it is called besides, in small letters. */
  readonly otherNames: readonly string[];
  readonly comments: CommentSyntax;
  /** Whether indentation with tabs is part of the language. */
  readonly needsTabs: boolean;
  /** Whether indentation says something that no other sign does; `relatively` if only which lines are deeper counts. */
  readonly indentMatters: boolean | 'relatively';
  /** Whether it is written for people to read, and has code only where it says so. */
  readonly isProse: boolean;
  /** What shows in a file that line ends at its end count; null if they never do. */
  readonly keepsLineEnds: RegExp | null;
  /** What a byte-order mark at the beginning of a file does: it is printed, or says how the file is encoded. */
  readonly byteOrderMark: 'printed' | 'encoding' | null;
  /** The languages of scripts and styles that its files may contain. */
  readonly inside: readonly LanguageId[];
  /** How they stand in them; null if there are none. */
  readonly insideAs: InsideForm | null;
  /** How its names are usually written; null where nobody has agreed on that. */
  readonly nameConventions: NameConventions | null;
  /** Null if what it declares is not known of a project. */
  readonly family: LanguageFamily | null;
}

/** Finds languages. */
export interface LanguageLookup {
  /** The language with this id. */
  readonly byId: (id: LanguageId) => Language | undefined;
  /** The language that people mean by a word in small letters: its id, or another name. */
  readonly called: (word: string) => Language | undefined;
  /** The language of a file by its name alone; undefined if Elvar knows none. */
  readonly ofName: (name: string) => Language | undefined;
}

/** The grammar for a file of `language`; null when there is none. */
export function grammarFor({ grammar }: Language, name: string): GrammarId | null {
  if (grammar === null || typeof grammar === 'string') return grammar;
  return grammar[endingOf(name)] ?? grammar[''] ?? null;
}

/** The last ending of a name with its dot; empty where there is none, as in `Makefile` and `.gitignore`. */
export function endingOf(name: string): string {
  const dot = name.lastIndexOf('.');
  return dot <= 0 ? '' : name.slice(dot);
}
