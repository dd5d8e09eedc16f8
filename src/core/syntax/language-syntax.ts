import type { Node, Tree } from 'web-tree-sitter';
import type { GrammarId } from '../base/language.js';
import type { Bindings } from './bindings/scope.js';
import type { DeclaredName } from './declared-name.js';
import type { ImportPlaces } from './import-places.js';
import type { EarlyError } from './early-error.js';
import type { Misreading } from './misreading.js';
import type { SyntaxNode, SyntaxTree } from './node.js';
import type { Translation } from './translation.js';

/** A place that imports something, and what it imports, as written but without quote marks. */
export interface Import {
  readonly module: string;
  readonly node: SyntaxNode;
}

/** What a language says of its syntax, as one of its grammars reads it. */
export interface LanguageSyntax {
  /** How the grammar's terms are said in Elvar's; null where they are Elvar's own. */
  readonly translation: Translation | null;
  /** What the grammar is known to take for an error. */
  readonly misreadings: readonly Misreading[];
  /**
   * The text to parse in place of one that the grammar misreads without an error, of the same length; absent if there is no such
   * text.
   */
  readonly meant?: (text: string) => string;
  /** The same, by what the grammar has made of a text. */
  readonly meantByTree?: (text: string, tree: Tree) => string;
  /** The names of a file and what they stand for; null where they are not looked at. */
  readonly bind: ((tree: SyntaxTree) => Bindings) | null;
  /** The names of variables and constants that a file declares, each at its first declaration; null where names are not read. */
  readonly values: ((tree: SyntaxTree) => readonly DeclaredName[]) | null;
  /** Whether the author of a function has chosen its name; absent if that is always so. */
  readonly isChosen?: (declared: SyntaxNode) => boolean;
  /** Whether a name of a function has to be as it is for a library that calls it; absent if none has. */
  readonly isPrescribed?: (name: string, path: string) => boolean;
  /** Whether its bindings tell reliably which names a file uses without declaring them; they do not by default. */
  readonly knowsUndeclared?: boolean;
  /** What is true or false by itself; absent if that is as in most languages. */
  readonly truth?: {
    /** The words that are true or false in other languages and names in this one; null for none. */
    readonly names: RegExp | null;
    /** Whether every text is true, even an empty one. */
    readonly everyText?: boolean;
  };
  /** How a statement begins that closes something in the end and passes errors on; absent if none is known. */
  readonly closing?: RegExp;
  /**
   * Where blanks and line ends count besides texts: nowhere may any be changed, or not in these stretches; absent for none. It
   * gets the tree and its text.
   */
  readonly solid?: (tree: SyntaxTree, text: string) => 'everything' | readonly { readonly start: number; readonly end: number }[];
  /** Whether a text is a remark for readers, as a docstring is; absent if only comments are. */
  readonly isRemark?: (text: SyntaxNode) => boolean;
  /**
   * Whether a text would mean something else in other quotation marks; absent if none would.
   * @property content what is in them.
   */
  readonly needsItsMarks?: (text: SyntaxNode, content: string) => boolean;
  /** Whether a file is a page, whose texts are for people; it is not by default. */
  readonly isPage?: boolean;
  /** Whether a number and its text are different keys of a mapping; they are the same by default. */
  readonly keysHaveTypes?: boolean;
  /** Whether an error that is caught says itself that it is not needed; absent if none can. */
  readonly isUnneeded?: (caught: SyntaxNode) => boolean;
  /**
   * What shows that a file with errors is of another language, which the grammar may misread without an error; absent for none.
   */
  readonly isOfOther?: RegExp;
  /** What a file imports. */
  readonly imports: (tree: SyntaxTree) => readonly Import[];
  /**
   * Where an import leads; absent if it leads somewhere only as a path from the file.
   * @property own the steps to the directory of the file.
   */
  readonly placesOf?: (module: string, own: readonly string[]) => ImportPlaces;
  /** Calls after which nothing runs, by their callee, and the names to look for without their objects; null if it has none. */
  readonly leaving: { readonly callee: RegExp; readonly names: readonly string[] } | null;
  /** How a call begins that ends a function for the compiler, as a return does; absent if none does. */
  readonly endsFunction?: RegExp;
  /** Whether a call by itself is a statement, and not only a part of one. */
  readonly callsAreStatements?: boolean;
  /** Whether a file is in a dialect, by its text or its path, so that it need not follow the grammar; absent if there is none. */
  readonly isDialect?: (text: string, path: string) => boolean;
  /** Whether the language allows a place that its grammar takes for an error; absent for none. */
  readonly allows?: (place: Node) => boolean;
  /** Whether its files are often damaged without harm: then only what `earlyErrors` finds is a mistake. */
  readonly toleratesDamage?: boolean;
  /** The types of texts without quotation marks; absent for none. */
  readonly bareTexts?: readonly string[];
  /** Whether an operator may be none, or only a part of one: what it stands in, and whether blanks are around it. */
  readonly isDoubtfulOperator?: (operation: SyntaxNode, operator: string, hasBlank: boolean) => boolean;
  /** Whether a node around another may make a text of it, as it is written, blanks and all; absent if none does. */
  readonly showsBlanks?: (around: SyntaxNode) => boolean;
  /**
   * The callee of a call as it is written, without what does not change what is called; absent if there is no such thing.
   */
  readonly plainCallee?: (written: string) => string;
  /** The mistakes of a file that follows its grammar; absent if none are known. */
  readonly earlyErrors?: (tree: SyntaxTree) => EarlyError[];
  /** The most tokens that are parsed, if less than usual: the parser needs more memory for each. */
  readonly mostTokens?: number;
  /** A text with most of what its trees have, if the usual sample says nothing here. */
  readonly sample?: string;
}

const known = new Map<GrammarId, LanguageSyntax>();

/** Says what a grammar's language says of its syntax, when the grammar is loaded. */
export function knowSyntax(grammar: GrammarId, syntax: LanguageSyntax): void {
  known.set(grammar, syntax);
}

/** What the language of a tree says of its syntax. */
export function syntaxOf({ grammar }: Pick<SyntaxTree, 'grammar'>): LanguageSyntax {
  return known.get(grammar) as LanguageSyntax;
}
