import type { SyntaxNode } from './node.js';

/** What a declared name stands for. */
export type NameKind = 'variable' | 'constant' | 'function' | 'type';

/** A name at its declaration. */
export interface DeclaredName {
  readonly node: SyntaxNode;
  /** As written, without PHP's dollar sign. */
  readonly name: string;
  readonly kind: NameKind;
}

/** A name with what it stands for; empty where there is none. */
export function named(node: SyntaxNode | null, kind: NameKind): DeclaredName[] {
  return node === null ? [] : [{ node, name: node.text, kind }];
}
