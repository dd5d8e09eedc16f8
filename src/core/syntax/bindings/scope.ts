import type { SyntaxNode } from '../node.js';
import { AFTER, PARENT, SHIFT } from '../node-table.js';
import type { SyntaxTree } from '../tree.js';
import { References } from './references.js';

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
  readonly references: References;
  /** Whether code outside the file can use it. */
  isExported: boolean;
}

const NO_BINDINGS: ReadonlyMap<string, Binding> = new Map<string, Binding>();

/** A stretch of code in which names hold. */
export class Scope {
  /** The names that it declares. Most scopes are blocks without any. */
  bindings: ReadonlyMap<string, Binding> = NO_BINDINGS;

  constructor(
    readonly kind: 'file' | 'function' | 'block' | 'class',
    readonly node: SyntaxNode,
    readonly parent: Scope | null,
  ) {}

  /** The nearest scope outwards that is one of a function or of the file. */
  get functionScope(): Scope {
    return this.kind === 'function' || this.kind === 'file' || this.parent === null ? this : this.parent.functionScope;
  }

  /** What it itself declares by a name. */
  own(name: string): Binding | undefined {
    return this.bindings === NO_BINDINGS ? undefined : this.bindings.get(name);
  }

  /** What a name stands for here. */
  lookUp(name: string): Binding | null {
    for (let scope: Scope | null = this; scope !== null; scope = scope.parent) {
      const binding = scope.own(name);
      if (binding !== undefined) return binding;
    }
    return null;
  }

  /** Declares a name; where it is declared already, one more place is added. */
  declare(kind: BindingKind, node: SyntaxNode, name: string = node.text): Binding {
    let binding = this.own(name);
    if (binding === undefined) {
      binding = { name, kind, node, scope: this, declarations: [], references: new References(node.tree), isExported: false };
      if (this.bindings === NO_BINDINGS) this.bindings = new Map<string, Binding>();
      (this.bindings as Map<string, Binding>).set(name, binding);
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
  readonly unresolved: References;
  /** Whether code is run that can use any name unseen: a name in a text, a call that runs text. */
  readonly isOpen: boolean;
  /** The innermost scope around a node. */
  readonly scopeAt: (node: SyntaxNode) => Scope;
}

/** Makes and finds the scopes of a file. */
export class Scopes {
  readonly file: Scope;
  private readonly scopes: Scope[];
  /** For each node the place in `scopes` of the innermost one that it lies in; of a node that makes a scope, that one. */
  private readonly places: Uint32Array;

  /**
   * @param kinds the nodes that make a scope, with its kind.
   * @param isOwn whether a node of such a kind makes a scope of its own; the body of a function does not, say.
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
    // A node comes after the one around it, so that an inner scope is written over the outer one.
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

  /** The innermost scope that a node lies in; of a node that makes a scope, that one. */
  at({ index }: SyntaxNode): Scope {
    return this.atIndex(index);
  }

  /** The same for the number of a node. */
  atIndex(index: number): Scope {
    return this.scopes[this.places[index] as number] as Scope;
  }

  /** The scope around a node that may make one itself. */
  around({ index }: SyntaxNode): Scope {
    return this.atIndex(Math.max(0, this.tree.table[(index << SHIFT) + PARENT] as number));
  }

  /** All scopes, an outer one before those in it. */
  all(): readonly Scope[] {
    return this.scopes;
  }
}

/** All bindings of the scopes. */
export function bindingsIn(scopes: Scopes): Binding[] {
  const all: Binding[] = [];
  for (const { bindings } of scopes.all()) if (bindings !== NO_BINDINGS) for (const binding of bindings.values()) all.push(binding);
  return all;
}
