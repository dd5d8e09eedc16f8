import type { SyntaxNode, SyntaxTree } from '../node.js';
import { References } from './references.js';
import { bindingsIn, Scopes, type Binding, type BindingKind, type Bindings, type Scope } from './scope.js';

/** How names are bound in a language without special ways of its own. */
export interface PlainBinding {
  /** The node types that make a scope. */
  readonly scopes: ReadonlyMap<string, Scope['kind']>;
  /** Whether such a node really makes one; the body of a function does not, for example. */
  readonly makesScope?: (node: SyntaxNode) => boolean;
  /** Calls `declare` for each name that the file declares. */
  readonly declareAll: (tree: SyntaxTree, scopes: Scopes, declare: Declare) => void;
  /** The node types of names. */
  readonly names: readonly string[];
  /** Whether a name that is not declared in its place is used there; others are the names of members, labels and the like. */
  readonly isUse: (node: SyntaxNode) => boolean;
  /** Calls `use` for each use of a name that is no node of its own, such as in the text of a format. */
  readonly useMore?: (tree: SyntaxTree, use: (name: string, at: SyntaxNode) => void) => void;
  /**
   * The offset from which a declared name can be used, where what stands before it means another one; absent if it holds
   * throughout its scope.
   */
  readonly visibleFrom?: (declared: SyntaxNode) => number;
  /** Whether the file runs code that can use any name invisibly. */
  readonly isOpen?: (tree: SyntaxTree) => boolean;
}

/** Declares the name of a node in a scope; null is ignored. */
export type Declare = (scope: Scope, kind: BindingKind, node: SyntaxNode | null) => void;

/** Binds the names of a file. */
export function bindPlainly(tree: SyntaxTree, language: PlainBinding): Bindings {
  const { makesScope = () => true, names, isUse, visibleFrom = () => 0 } = language;
  const visible = new Map<Binding, number>();
  const scopes = new Scopes(tree, language.scopes, makesScope);
  const declared = new Set<number>();
  language.declareAll(tree, scopes, (scope, kind, node) => {
    if (node === null || !names.includes(node.type)) return;
    declared.add(node.index);
    const binding = scope.declare(kind, node);
    visible.set(binding, Math.min(visible.get(binding) ?? Infinity, visibleFrom(node)));
  });
  const unresolved = new References(tree);
  const use = (name: string, { index, start }: SyntaxNode, { reads, writes }: Usage): void => {
    let binding: Binding | undefined;
    for (let scope: Scope | null = scopes.atIndex(index); scope !== null && binding === undefined; scope = scope.parent) {
      const own = scope.own(name);
      if (own !== undefined && (visible.get(own) ?? 0) <= start) binding = own;
    }
    (binding === undefined ? unresolved : binding.references).add(index, reads, writes);
  };
  for (const node of tree.ofTypes(names)) if (!declared.has(node.index) && isUse(node)) use(node.text, node, usageOf(node));
  language.useMore?.(tree, (name, at) => use(name, at, READING));
  return {
    file: scopes.file,
    all: bindingsIn(scopes),
    unresolved,
    isOpen: language.isOpen?.(tree) ?? false,
    scopeAt: (node) => scopes.at(node),
  };
}

interface Usage {
  readonly reads: boolean;
  readonly writes: boolean;
}

const READING: Usage = { reads: true, writes: false };

/** The value of an assignment that is a statement is not used any further. */
function usageOf(node: SyntaxNode): Usage {
  const parent = node.parent as SyntaxNode;
  const stands = /^(?:expression_statement|block|program|lambda_literal)$/.test(parent.parentType ?? '') && !isResult(parent);
  if (/assignment/.test(parent.type) && node.field === 'left') {
    return { reads: !stands && parent.type !== 'assignment', writes: true };
  }
  if (parent.type === 'update_expression') return { reads: !stands, writes: true };
  return READING;
}

/** Whether an expression may be what its block gives back: it is the last one there. */
function isResult(node: SyntaxNode): boolean {
  return node.type === 'update_expression' && node.parentType !== 'expression_statement' && node.next?.named !== true;
}
