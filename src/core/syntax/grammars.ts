import { Language as Grammar, Parser, type Tree } from 'web-tree-sitter';
import type { GrammarId, LanguageLookup } from '../base/language.js';
import { startEngine, type Engine } from './engine.js';
import { FollowedTrees } from './followed-trees.js';
import { grammarNames, translate } from './grammar-names.js';
import { knowSyntax, syntaxOf, type LanguageSyntax } from './language-syntax.js';
import { nameFields } from './named-fields.js';
import { SOON_PARSED, TimeLimit, TookTooLong } from './time-limit.js';
import { checkSyntaxSize } from './syntax-limit.js';
import { ReadTree } from './tree.js';
import { TreeReader } from './trusted-reading.js';

/** Supplies compiled grammars, so that the core reads no disk. */
export interface GrammarSource {
  /** The WebAssembly of tree-sitter itself. */
  readonly engine: () => Uint8Array;
  /** The WebAssembly of one grammar. */
  readonly grammar: (id: GrammarId) => Uint8Array;
}

/** The languages that there are, and what each says of its syntax. */
export interface SyntaxLookup extends LanguageLookup {
  readonly syntaxOf: (grammar: GrammarId) => LanguageSyntax;
}

/** The grammars in use, each loaded once, with one parser for all. */
export class Grammars {
  /** @param limit the time that each file has. */
  constructor(
    private readonly source: GrammarSource,
    readonly languages: SyntaxLookup,
    readonly limit: TimeLimit = TimeLimit.NONE,
    private readonly shared: LoadedGrammars = nothingLoaded(),
    private readonly followed: FollowedTrees | null = null,
  ) {}

  /** The same grammars, with a limit for the files that they are used on. */
  limitedTo(limit: TimeLimit): Grammars {
    return new Grammars(this.source, this.languages, limit, this.shared);
  }

  /** The same grammars, for texts that change bit by bit. */
  following(): Grammars {
    return new Grammars(this.source, this.languages, this.limit, this.shared, this.shared.followed);
  }

  /** Loads grammars for {@link parse}. */
  async load(ids: Iterable<GrammarId>): Promise<void> {
    this.shared.engine = await startEngine(() => this.source.engine());
    this.shared.parser ??= new Parser();
    // V8 compiles several at a time on its own threads.
    await Promise.all([...new Set(ids)].map((id) => this.loadOne(id)));
  }

  /** Concurrent requests for a grammar wait for the same load. */
  private loadOne(id: GrammarId): Promise<void> {
    let loading = this.shared.loading.get(id);
    if (loading === undefined) {
      loading = Grammar.load(this.source.grammar(id)).then((grammar) => {
        const syntax = this.languages.syntaxOf(id);
        if (syntax.translation !== null) translate(grammar, syntax.translation);
        knowSyntax(id, syntax);
        this.shared.grammars.set(id, grammar);
      });
      this.shared.loading.set(id, loading);
    }
    return loading;
  }

  /** @throws Error if the grammar has not been loaded. */
  get(id: GrammarId): Grammar {
    const grammar = this.shared.grammars.get(id);
    if (grammar === undefined) throw new Error(`the grammar ${id} has not been loaded`);
    return grammar;
  }

  /**
   * Parses a text. The tree lives in WebAssembly memory: the caller must call its `delete`.
   * @param changed the tree of an earlier text that has been told what has changed since: only that is parsed anew.
   * @throws Error if the grammar has not been loaded; TookTooLong if the time for the file is up; TooMuchSyntax if it is too
   *   large for memory.
   */
  parse(text: string, id: GrammarId, changed: Tree | null = null): Tree {
    const grammar = this.get(id);
    checkSyntaxSize(text, syntaxOf({ grammar: id }).mostTokens);
    if (this.shared.parser === null || this.shared.engine === null) throw new Error('no grammar has been loaded');
    // One that was ended in the middle of a text would go on with that text.
    const parser = this.shared.isParsing ? (this.shared.parser = new Parser()) : this.shared.parser;
    this.shared.isParsing = true;
    parser.setLanguage(grammar);
    this.shared.engine.reads(text);
    try {
      const tree = parser.parse(text, changed, text.length < SOON_PARSED ? undefined : stopping(this.limit));
      if (tree === null) {
        parser.reset();
        throw new TookTooLong(this.limit.longest);
      }
      return tree;
    } finally {
      this.shared.engine.reads(null);
      this.shared.isParsing = false;
    }
  }

  /** Parses the text of a file as {@link parse} does. @param name the file's. */
  parseNamed(name: string, text: string, id: GrammarId): Tree {
    return this.followed === null
      ? this.parse(text, id)
      : this.followed.parse(name, text, id, (changed) => this.parse(text, id, changed));
  }

  /** What reads trees of a grammar; whether it can be trusted is tried out when the first one is needed. */
  private readerFor(id: GrammarId): TreeReader {
    const { readers, engine } = this.shared;
    let reader = readers.get(id);
    if (reader === undefined) {
      if (engine === null) throw new Error('no grammar has been loaded');
      reader = TreeReader.for(this.get(id), engine, (text) => this.parse(text, id), syntaxOf({ grammar: id }).sample);
      readers.set(id, reader);
    }
    return reader;
  }

  /** Reads the parser's tree of a text. @throws Error if the grammar has not been loaded. */
  read(text: string, id: GrammarId, tree: Tree): ReadTree {
    const grammar = this.get(id);
    const reading = this.readerFor(id).read(tree);
    nameFields(reading, text, grammarNames(grammar));
    return new ReadTree(text, id, grammar, reading);
  }
}

function nothingLoaded(): LoadedGrammars {
  return {
    grammars: new Map(), loading: new Map(), readers: new Map(), parser: null, engine: null, isParsing: false,
    followed: new FollowedTrees(),
  };
}

/** What is loaded once for all. */
interface LoadedGrammars {
  readonly grammars: Map<GrammarId, Grammar>;
  readonly loading: Map<GrammarId, Promise<void>>;
  readonly readers: Map<GrammarId, TreeReader>;
  parser: Parser | null;
  engine: Engine | null;
  /** Whether a text is being parsed, or parsing was ended in the middle of one. */
  isParsing: boolean;
  readonly followed: FollowedTrees;
}

/** Options of the engine that stop it when the time is up. Its types do not say that the answer counts. */
export function stopping(limit: TimeLimit): { readonly progressCallback: () => void } {
  return { progressCallback: (() => limit.isOver) as never };
}
