import type { SyntaxNode } from './node.js';

/** A mistake that the grammar accepts, but every compiler of the language refuses. */
export interface EarlyError {
  readonly node: SyntaxNode;
  readonly message: string;
}
