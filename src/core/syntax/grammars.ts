import { Language as Grammar, Parser, type Tree } from 'web-tree-sitter';
import type { GrammarId } from '../model/language.js';
import { startEngine, type Engine } from './engine.js';
import { SyntaxTree } from './tree.js';

/** Supplies compiled grammars, so that the core reads no disk. */
export interface GrammarSource {
  /** The WebAssembly of tree-sitter itself. */
  readonly engine: () => Uint8Array;
  /** The WebAssembly of one grammar. */
  readonly grammar: (id: GrammarId) => Uint8Array;
}

/** The grammars in use, each loaded once, with one parser for all. */
export class Grammars {
  private readonly loaded = new Map<GrammarId, Grammar>();
  private readonly loading = new Map<GrammarId, Promise<void>>();
  private parser: Parser | null = null;
  private engine: Engine | null = null;

  constructor(private readonly source: GrammarSource) {}

  /** Loads grammars for {@link parse}. */
  async load(ids: Iterable<GrammarId>): Promise<void> {
    this.engine = await startEngine(() => this.source.engine());
    this.parser ??= new Parser();
    // V8 compiles several at a time on its own threads.
    await Promise.all([...new Set(ids)].map((id) => this.loadOne(id)));
  }

  /** Concurrent requests for a grammar wait for the same load. */
  private loadOne(id: GrammarId): Promise<void> {
    let loading = this.loading.get(id);
    if (loading === undefined) {
      loading = Grammar.load(this.source.grammar(id)).then((grammar) => void this.loaded.set(id, grammar));
      this.loading.set(id, loading);
    }
    return loading;
  }

  /** @throws Error if the grammar has not been loaded. */
  get(id: GrammarId): Grammar {
    const grammar = this.loaded.get(id);
    if (grammar === undefined) throw new Error(`the grammar ${id} has not been loaded`);
    return grammar;
  }

  /**
   * Parses a text. The tree lives in WebAssembly memory: the caller must call its `delete`.
   * @throws Error if the grammar has not been loaded.
   */
  parse(text: string, id: GrammarId): Tree {
    const grammar = this.get(id);
    if (this.parser === null || this.engine === null) throw new Error('no grammar has been loaded');
    this.parser.setLanguage(grammar);
    this.engine.feed(text);
    try {
      const tree = this.parser.parse(text);
      if (tree === null) throw new Error('the parser was stopped');
      return tree;
    } finally {
      this.engine.feed(null);
    }
  }

  /** Reads the parser's tree of a text. @throws Error if the grammar has not been loaded. */
  read(text: string, id: GrammarId, tree: Tree): SyntaxTree {
    if (this.engine === null) throw new Error('no grammar has been loaded');
    return new SyntaxTree(text, id, tree, this.get(id), this.engine);
  }
}
