import type { SyntaxNode, SyntaxTree } from '../node.js';
import { AFTER, PARENT, SHIFT } from '../node-table.js';
import { References } from './references.js';

/** How a name is bound. */
export type BindingKind =
  | 'variable'
    | 'constant'
    | 'parameter'
    | 'function'
    | 'class'
    | 'type'
    | 'import'
    | 'caught'
    | 'loop'
    | 'field'
    | 'type-parameter';

/** A name bound in a scope. */
export interface Binding {
  readonly name: string;
  /** The kind of its first declaration. */
  kind: BindingKind;
  /** The place of its first declaration. */
  node: SyntaxNode;
  readonly scope: Scope;
  /** All places that declare it; a name may be declared repeatedly. */
  readonly declarations: SyntaxNode[];
  readonly references: References;
  /** Whether code outside the file can use it. */
  isExported: boolean;
}

const NO_BINDINGS: ReadonlyMap<string, Binding> = new Map<string, Binding>();

/** A stretch of code in which names are bound. */
export class Scope {
  /** The names that it declares. Most scopes are blocks that declare none. */
  bindings: ReadonlyMap<string, Binding> = NO_BINDINGS;

  constructor(
    readonly kind: 'file' | 'function' | 'block' | 'class',
    readonly node: SyntaxNode,
    readonly parent: Scope | null,
  ) {}

  /** The nearest enclosing scope of a function or of the file. */
  get functionScope(): Scope {
    return this.kind === 'function' || this.kind === 'file' || this.parent === null ? this : this.parent.functionScope;
  }

  /** Its own binding of a name. */
  own(name: string): Binding | undefined {
    return this.bindings === NO_BINDINGS ? undefined : this.bindings.get(name);
  }

  /** The binding of a name as seen here. */
  lookUp(name: string): Binding | null {
    for (let scope: Scope | null = this; scope !== null; scope = scope.parent) {
      const binding = scope.own(name);
      if (binding !== undefined) return binding;
    }
    return null;
  }

  /** Declares a name; if it already exists, adds the place. */
  declare(kind: BindingKind, node: SyntaxNode, name: string = node.text): Binding {
    let binding = this.own(name);
    if (binding === undefined) {
      binding = { name, kind, node, scope: this, declarations: [], references: new References(node.tree), isExported: false };
      if (this.bindings === NO_BINDINGS) this.bindings = new Map<string, Binding>();
      (this.bindings as Map<string, Binding>).set(name, binding);
    } else if (node.start < binding.node.start) {
      // Declarations are visited kind by kind, not in text order.
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
  /** Uses of names not declared in the file. */
  readonly unresolved: References;
  /** Whether the file runs code that can use any name invisibly: a name in a string, a call that evaluates text. */
  readonly isOpen: boolean;
  /** The innermost scope around a node. */
  readonly scopeAt: (node: SyntaxNode) => Scope;
}

/** Makes and finds the scopes of a file. */
export class Scopes {
  readonly file: Scope;
  private readonly scopes: Scope[];
  /** For each node, the index in `scopes` of its innermost scope; for a node that makes a scope, that scope. */
  private readonly places: Uint32Array;

  /**
   * @param kinds the node types that make a scope, with its kind.
   * @param isOwn whether such a node really makes a scope; the body of a function does not, for example.
   */
  constructor(
    private readonly tree: SyntaxTree,
    kinds: ReadonlyMap<string, Scope['kind']>,
    isOwn: (node: SyntaxNode) => boolean = () => true,
  ) {
    const { table, size } = tree;
    this.file = new Scope('file', tree.root, null);
    this.scopes = [this.file];
    this.places = new Uint32Array(size);
    const { scopes, places } = this;
    // A node comes after its parent, so inner scopes overwrite outer ones.
    const numbers = tree.numbersInOrder(kinds);
    for (let turn = 0; turn < numbers.length; turn += 1) {
      const index = numbers[turn] as number;
      const node = tree.nodeAt(index);
      if (index === 0 || !isOwn(node)) continue;
      const at = index << SHIFT;
      const around = scopes[places[table[at + PARENT] as number] as number] as Scope;
      const place = scopes.push(new Scope(kinds.get(node.type) as Scope['kind'], node, around)) - 1;
      places.fill(place, index, table[at + AFTER]);
    }
  }

  /** The innermost scope of a node; for a node that makes a scope, that scope. */
  at({ index }: SyntaxNode): Scope {
    return this.atIndex(index);
  }

  /** The same for a node's number. */
  atIndex(index: number): Scope {
    return this.scopes[this.places[index] as number] as Scope;
  }

  /** The scope around a node that may make a scope itself. */
  around({ index }: SyntaxNode): Scope {
    return this.atIndex(Math.max(0, this.tree.table[(index << SHIFT) + PARENT] as number));
  }

  /** All scopes, outer before inner. */
  all(): readonly Scope[] {
    return this.scopes;
  }
}

/** All bindings of the scopes. */
export function bindingsIn(scopes: Scopes): Binding[] {
  const all: Binding[] = [];
  for (const { bindings } of scopes.all()) {
    if (bindings !== NO_BINDINGS) for (const binding of bindings.values()) all.push(binding);
  }
  return all;
}
