import type { GrammarNames } from '../grammar-names.js';
import type { SyntaxNode } from '../node.js';
import { KIND, PARENT, SHIFT } from '../node-table.js';

/** How a name comes to stand for something. */
export type BindingKind =
  | 'variable' | 'constant' | 'parameter' | 'function' | 'class' | 'type' | 'import' | 'caught' | 'loop' | 'field' | 'type-parameter';

/** A name that stands for something in a stretch of code. */
export interface Binding {
  readonly name: string;
  /** By its first declaration. */
  kind: BindingKind;
  /** Where the name is first declared. */
  node: SyntaxNode;
  readonly scope: Scope;
  /** All places that declare it: a name may be declared again. */
  readonly declarations: SyntaxNode[];
  readonly references: Reference[];
  /** Whether code outside the file can use it. */
  isExported: boolean;
}

/** A place where a name is used. */
export interface Reference {
  readonly node: SyntaxNode;
  readonly reads: boolean;
  readonly writes: boolean;
}

/** A stretch of code in which names hold. */
export class Scope {
  readonly bindings = new Map<string, Binding>();

  constructor(
    readonly kind: 'file' | 'function' | 'block' | 'class',
    readonly node: SyntaxNode,
    readonly parent: Scope | null,
  ) {}

  /** The nearest scope outwards that is one of a function or of the file. */
  get functionScope(): Scope {
    return this.kind === 'function' || this.kind === 'file' || this.parent === null ? this : this.parent.functionScope;
  }

  /** What a name stands for here. */
  lookUp(name: string): Binding | null {
    for (let scope: Scope | null = this; scope !== null; scope = scope.parent) {
      const binding = scope.bindings.get(name);
      if (binding !== undefined) return binding;
    }
    return null;
  }

  /** Declares a name; where it is declared already, one more place is added. */
  declare(kind: BindingKind, node: SyntaxNode, name: string = node.text): Binding {
    let binding = this.bindings.get(name);
    if (binding === undefined) {
      binding = { name, kind, node, scope: this, declarations: [], references: [], isExported: false };
      this.bindings.set(name, binding);
    } else if (node.start < binding.node.start) {
      // Declarations are looked for kind by kind, and not in the order of the text.
      Object.assign(binding, { node, kind });
    }
    binding.declarations.push(node);
    return binding;
  }
}

/** All names of a file. */
export interface Bindings {
  readonly file: Scope;
  readonly all: readonly Binding[];
  /** Uses of names that nothing in the file declares. */
  readonly unresolved: readonly Reference[];
  /** Whether code is run that can use any name unseen: a name in a text, a call that runs text. */
  readonly isOpen: boolean;
  /** The innermost scope around a node. */
  readonly scopeAt: (node: SyntaxNode) => Scope;
}

const known = new WeakMap<GrammarNames, readonly (Scope['kind'] | undefined)[]>();

/** What scopes the nodes of a grammar make; a grammar always comes with the same table. */
function scopeKinds(names: GrammarNames, table: ReadonlyMap<string, Scope['kind']>): readonly (Scope['kind'] | undefined)[] {
  let kinds = known.get(names);
  if (kinds === undefined) known.set(names, (kinds = names.kinds.map((type) => table.get(type))));
  return kinds;
}

/** Makes and finds the scopes of a file. */
export class Scopes {
  readonly file: Scope;
  private readonly scopes: Scope[];
  /** The way up from a node; a list, since code may be nested deeper than calls can be. Between questions it is empty. */
  private readonly climbed: number[] = [];
  /** For each kind of node that the grammar has, what scope it makes, if it does. */
  private readonly kinds: readonly (Scope['kind'] | undefined)[];
  /** The scopes of nodes that were asked about, at the numbers of the nodes. */
  private readonly known: (Scope | undefined)[];

  /**
   * @param kinds the nodes that make a scope, with its kind.
   * @param isOwn whether a node of such a kind makes a scope of its own; the body of a function does not, say.
   */
  constructor(
    root: SyntaxNode,
    kinds: ReadonlyMap<string, Scope['kind']>,
    private readonly isOwn: (node: SyntaxNode) => boolean = () => true,
  ) {
    this.kinds = scopeKinds(root.tree.names, kinds);
    this.file = new Scope('file', root, null);
    this.scopes = [this.file];
    this.known = new Array<Scope | undefined>(root.tree.size);
    this.known[root.index] = this.file;
  }

  /** The innermost scope that a node lies in; of a node that makes a scope, that one. */
  at({ tree, index }: SyntaxNode): Scope {
    const { known, climbed, kinds } = this;
    const { table } = tree;
    let outer = index;
    for (; known[outer] === undefined; outer = table[(outer << SHIFT) + PARENT] as number) climbed.push(outer);
    let scope = known[outer] as Scope;
    for (let inner = climbed.pop(); inner !== undefined; inner = climbed.pop()) {
      const kind = kinds[table[(inner << SHIFT) + KIND] as number];
      if (kind !== undefined) scope = this.scopeOf(tree.nodeAt(inner), kind, scope);
      known[inner] = scope;
    }
    return scope;
  }

  /** The scope around a node that may make one itself. */
  around(node: SyntaxNode): Scope {
    return node.parent === null ? this.file : this.at(node.parent);
  }

  /** All scopes that have been met. */
  all(): readonly Scope[] {
    return this.scopes;
  }

  private scopeOf(node: SyntaxNode, kind: Scope['kind'], outer: Scope): Scope {
    if (!this.isOwn(node)) return outer;
    const scope = new Scope(kind, node, outer);
    this.scopes.push(scope);
    return scope;
  }
}

/** All bindings of the scopes. */
export function bindingsIn(scopes: Scopes): Binding[] {
  return scopes.all().flatMap((scope) => [...scope.bindings.values()]);
}
