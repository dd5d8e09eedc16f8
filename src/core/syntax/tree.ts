import type { Language as Grammar } from 'web-tree-sitter';
import type { GrammarId } from '../base/language.js';
import { SyntaxNode, type SyntaxTree } from './node.js';
import { NumberedTree } from './numbered-tree.js';
import type { TreeReading } from './trusted-reading.js';

const NONE: readonly SyntaxNode[] = [];

/** The syntax tree of a file, read from the parser once. */
export class ReadTree extends NumberedTree implements SyntaxTree {
  readonly root: SyntaxNode;
  readonly nodes: (SyntaxNode | undefined)[];
  private readonly byType: (readonly SyntaxNode[] | undefined)[];
  /** Keyed by list of types: rules share these lists. */
  private readonly byTypes = new Map<Iterable<string>, readonly SyntaxNode[]>();

  constructor(text: string, grammar: GrammarId, language: Grammar, reading: TreeReading) {
    super(text, grammar, language, reading);
    this.byType = new Array<readonly SyntaxNode[] | undefined>(this.names.kinds.length);
    this.nodes = new Array<SyntaxNode | undefined>(this.size);
    this.root = this.nodeAt(0);
  }

  ofType(type: string): readonly SyntaxNode[] {
    const kind = this.names.kindByName.get(type);
    return kind === undefined ? NONE : this.ofKind(kind);
  }

  ofTypes(types: Iterable<string>): readonly SyntaxNode[] {
    let nodes = this.byTypes.get(types);
    if (nodes === undefined) this.byTypes.set(types, (nodes = this.collect(this.kindsOf(types))));
    return nodes;
  }

  private collect(kinds: readonly number[]): readonly SyntaxNode[] {
    let all = NONE;
    let own: SyntaxNode[] | null = null;
    for (let at = 0; at < kinds.length; at += 1) {
      const nodes = this.ofKind(kinds[at] as number);
      if (nodes.length === 0) continue;
      if (all.length === 0) all = nodes;
      else if (own === null) all = own = all.concat(nodes);
      else for (const node of nodes) own.push(node);
    }
    return all;
  }

  ofKind(kind: number): readonly SyntaxNode[] {
    const { ends } = this.sorted;
    if (ends[kind] === ends[kind + 1]) return NONE;
    return this.byType[kind] ??= this.nodesOfKind(kind);
  }

  nodeAt(index: number): SyntaxNode {
    return this.nodes[index] ??= new SyntaxNode(this, index);
  }

  private nodesOfKind(kind: number): readonly SyntaxNode[] {
    const { numbers, ends } = this.sorted;
    const start = ends[kind] as number;
    const nodes = new Array<SyntaxNode>((ends[kind + 1] as number) - start);
    for (let at = 0; at < nodes.length; at += 1) nodes[at] = this.nodeAt(numbers[start + at] as number);
    return nodes;
  }
}
