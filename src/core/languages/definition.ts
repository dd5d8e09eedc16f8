import type { CommentSyntax, GrammarId, InsideForm, LanguageId, NameConventions, TextTrait } from '../base/language.js';
import type { FactCollector } from '../facts/collector.js';
import type { LanguageRules } from '../finders/language-rules.js';
import type { FamilyDefinition } from './families.js';
import type { LanguageSyntax } from '../syntax/language-syntax.js';
import type { ParsedSource } from '../syntax/source.js';

/** How a file of a language is recognised, and what it consists of. */
interface Recognition {
  readonly id: LanguageId;
  /** File extensions with their dot, separated by blanks. */
  readonly endings: string;
  /** Whole file names, separated by blanks. */
  readonly fileNames?: string;
  /** Programs that run it, as first lines of scripts name them, without numbers of versions; separated by blanks. */
  readonly interpreters?: string;
  /** What it is called besides, as in Markdown, in small letters; separated by blanks. */
  readonly otherNames?: string;
  readonly comments: CommentSyntax;
  /** What holds for the text of its files, of what holds for a few languages. */
  readonly traits?: readonly TextTrait[];
  /**
   * Whether a line in a comment looks like code of the language rather than prose; null where nearly every comment is prose.
   * Absent for a language with braces.
   */
  readonly looksLikeCode?: ((line: string) => boolean) | null;
  /** Collects the names and paths in the text of a file, if no syntax tells them; absent if every word may be a name. */
  readonly textFacts?: (text: string, facts: FactCollector) => void;
  /** Whether indentation with tabs is part of the language; it is not by default. */
  readonly needsTabs?: boolean;
  /** Whether indentation says something that no other sign does, or only which lines are deeper; it does not by default. */
  readonly indentMatters?: boolean | 'relatively';
  /** What shows in a file that line ends at its end count; absent if they never do. */
  readonly keepsLineEnds?: RegExp;
  /**
   * What a byte-order mark at the beginning of a file does: it is printed, or says how the file is encoded; nothing by default.
   */
  readonly byteOrderMark?: 'printed' | 'encoding';
  /** Whether it is written for people to read, and has code only where it says so; it is not by default. */
  readonly isProse?: boolean;
  /**
   * The languages of which its files may contain code, or all that have a grammar or rules of their own, and how; none by
   * default.
   */
  readonly inside?: { readonly languages: readonly LanguageId[] | 'all'; readonly as: InsideForm };
  /** Whether excerpts of it inside other files say too little to be looked at; they do not by default. */
  readonly needsWhole?: boolean;
}

/** A grammar, compiled to WebAssembly, and what follows from its trees. */
export interface GrammarDefinition {
  readonly id: GrammarId;
  /** The npm package with the compiled grammar and its licence, and the file in it. */
  readonly compiled: readonly [packageName: string, file: string];
  readonly syntax: LanguageSyntax;
  /** Collects what a file contributes to what is known of its project; null if that is only its texts. */
  readonly facts: ((source: ParsedSource, facts: FactCollector) => void) | null;
}

/** All that is known of a language with a grammar. Nothing of it can be left out by mistake: what is not known is null. */
export interface ParsedLanguage extends Recognition {
  /** One, or one for each form of the language, by the extension of the file; all others have the one without. */
  readonly grammar: GrammarDefinition | Readonly<Record<string, GrammarDefinition>>;
  /** How its names are usually written; null where nobody has agreed on that. */
  readonly nameConventions: NameConventions | null;
  /** The languages whose names it uses; null if what it declares is not known of a project. */
  readonly family: FamilyDefinition | null;
  /** The rules of the catalog that know it, besides those that name it; null for none. */
  readonly rules: LanguageRules | null;
}

/** A language that is read as text. */
export interface TextLanguage extends Recognition {
  readonly grammar: null;
  readonly nameConventions?: NameConventions;
  readonly family?: FamilyDefinition;
  /** The rules that find something in it by its text. */
  readonly rules?: LanguageRules;
}

/** All that Elvar knows of one language, in one object. */
export type LanguageDefinition = ParsedLanguage | TextLanguage;

/** Comments as in C. */
export const C_LIKE: CommentSyntax = { line: ['//'], block: [['/*', '*/']] };

/** The same where markup may stand between the code, which has them in braces. */
export const C_LIKE_WITH_ELEMENTS: CommentSyntax = { ...C_LIKE, between: [['{/*', '*/}']] };

/** Comments as in shells. */
export const HASH: CommentSyntax = { line: ['#'], block: [] };

/** Comments as in SGML. */
export const MARKUP: CommentSyntax = { line: [], block: [['<!--', '-->']] };

/** For a format without comments. */
export const NO_COMMENTS: CommentSyntax = { line: [], block: [] };

/** The syntax of a format in which nothing has a name. */
export const DATA_SYNTAX: LanguageSyntax = {
  translation: null, misreadings: [], bind: null, values: null, imports: () => [], leaving: null,
};
