import type { Node, Tree } from 'web-tree-sitter';
import type { Grammars } from './grammars.js';
import { grammarFor, type GrammarId, type LanguageLookup } from '../base/language.js';
import type { SourceText } from '../base/source-text.js';
import type { Memo } from './memo.js';
import { parseAsMeant } from './parse-as-meant.js';
import type { Spelling } from './spelling.js';
import type { TimeLimit } from './time-limit.js';
import type { SyntaxTree } from './node.js';

/** Words, as numbers, that rules have learned of the project that a file belongs to, by the rule. */
export type LearnedWords = ReadonlyMap<string, ReadonlySet<number>>;

const NOTHING: LearnedWords = new Map<string, ReadonlySet<number>>();

/** A source file as rules see it: its text and, if Elvar has a grammar, its syntax. It is parsed on demand. */
export class Source {
  readonly grammar: GrammarId | null;
  private parsed: Tree | null = null;
  private read: SyntaxTree | null = null;
  /** What rules have learned of the project. */
  learned: LearnedWords = NOTHING;

  /**
   * The grammar of the file must have been loaded. The creator of a source must call its {@link dispose}.
   * @param isInside whether it is a part of another one, and has to do with that one's time.
   */
  constructor(
    readonly text: SourceText, private readonly grammars: Grammars, readonly spelling: Spelling | null = null, isInside = false,
  ) {
    if (!isInside) this.limit.begin();
    this.grammar = grammarFor(text.language, text.path.slice(text.path.lastIndexOf('/') + 1));
  }

  /** The time that the file has. */
  get limit(): TimeLimit {
    return this.grammars.limit;
  }

  /** The languages that there are. */
  get languages(): LanguageLookup {
    return this.grammars.languages;
  }

  /** A source for a part of this one that is in another language. The caller disposes of it. */
  inside(part: SourceText): Source {
    const inner = new Source(part, this.grammars, this.spelling, true);
    inner.learned = this.learned;
    return inner;
  }

  /** The syntax; null for a language without a grammar. */
  get tree(): SyntaxTree | null {
    if (this.grammar === null) return null;
    this.read ??= this.grammars.read(this.text.text, this.grammar, this.parse(this.grammar));
    return this.read;
  }

  /** Whether the tree, if a rule has looked at it, has errors: then it may be misread anywhere. */
  get hasErrors(): boolean {
    return this.read?.hasErrors ?? false;
  }

  /** Results computed for the file. */
  get memo(): Memo {
    return this.text.memo;
  }

  /** The parser's root node, which queries run on; null for a language without a grammar. */
  get root(): Node | null {
    return this.grammar === null ? null : this.parse(this.grammar).rootNode;
  }

  /** Frees the memory of the parser. */
  dispose(): void {
    this.parsed?.delete();
    this.parsed = null;
    this.read?.dispose();
    this.read = null;
    // The text may outlive the source, with the findings.
    this.memo.length = 0;
  }

  private parse(grammar: GrammarId): Tree {
    this.parsed ??= parseAsMeant(this.text.path, this.text.text, grammar, this.grammars);
    return this.parsed;
  }
}

/** A source of a language with a grammar. */
export interface ParsedSource {
  readonly memo: Memo;
  readonly spelling: Spelling | null;
  readonly text: SourceText;
  readonly grammar: GrammarId;
  readonly tree: SyntaxTree;
  readonly root: Node;
  readonly limit: TimeLimit;
  readonly learned: LearnedWords;
}
