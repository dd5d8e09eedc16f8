import type { Language as Grammar, Tree } from 'web-tree-sitter';
import type { GrammarId } from '../model/language.js';
import type { CursorFunctions } from './engine.js';
import { SyntaxNode } from './node.js';

/** The syntax of a file as plain data, read from the parser once. */
export class SyntaxTree {
  readonly root: SyntaxNode;
  /** How deep its nodes are nested. */
  depth = 0;
  private readonly byType = new Map<string, SyntaxNode[]>();

  /** @param tree what the parser made of `text`. */
  constructor(readonly text: string, readonly grammar: GrammarId, tree: Tree, language: Grammar, cursor: CursorFunctions) {
    this.root = this.read(tree, namesOf(language), cursor);
  }

  /** All nodes of a type, in the order of the text. */
  ofType(type: string): readonly SyntaxNode[] {
    return this.byType.get(type) ?? [];
  }

  /** All nodes of the types: type by type, and within one in the order of the text. */
  ofTypes(types: Iterable<string>): SyntaxNode[] {
    const nodes: SyntaxNode[] = [];
    for (const type of types) for (const node of this.ofType(type)) nodes.push(node);
    return nodes;
  }

  /** The types of which there is a node. */
  get types(): Iterable<string> {
    return this.byType.keys();
  }

  private read(tree: Tree, { types, named, fields }: GrammarNames, cursor: CursorFunctions): SyntaxNode {
    const address = cursor.begin(tree);
    const add = (parent: SyntaxNode | null, previous: SyntaxNode | null): SyntaxNode => {
      const id = cursor.type(address);
      const type = types[id] ?? 'ERROR';
      const field = fields[cursor.field(address)] ?? null;
      const node = new SyntaxNode(this, type, named[id] ?? true, field, cursor.start(address), cursor.end(address), parent, previous);
      const others = this.byType.get(type);
      if (others === undefined) this.byType.set(type, [node]);
      else others.push(node);
      return node;
    };
    const root = add(null, null);
    let depth = 0;
    for (let node = root; ;) {
      if (cursor.toFirstChild(address)) {
        depth += 1;
        if (depth > this.depth) this.depth = depth;
        node = node.first = node.last = add(node, null);
        continue;
      }
      while (!cursor.toNextSibling(address)) {
        if (node.parent === null) {
          cursor.finish(address);
          return root;
        }
        cursor.toParent(address);
        depth -= 1;
        node = node.parent;
      }
      const next = add(node.parent, node);
      node.next = next;
      (node.parent as SyntaxNode).last = next;
      node = next;
    }
  }
}

interface GrammarNames {
  readonly types: readonly (string | null)[];
  readonly named: readonly boolean[];
  readonly fields: readonly (string | null)[];
}

const known = new WeakMap<Grammar, GrammarNames>();

function namesOf(language: Grammar): GrammarNames {
  let names = known.get(language);
  if (names === undefined) {
    const { types } = language;
    names = { types, named: types.map((_, id) => language.nodeTypeIsNamed(id)), fields: language.fields };
    known.set(language, names);
  }
  return names;
}
