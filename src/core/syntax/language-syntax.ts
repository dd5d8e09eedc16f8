import type { Binding, Bindings } from './bindings/scope.js';
import type { SyntaxNode, SyntaxTree } from './node.js';

/** What a declared name stands for. */
export type NameKind = 'variable' | 'constant' | 'function' | 'type';

/** A place that imports something, and what it imports, as written but without quote marks. */
export interface Import {
  readonly module: string;
  readonly node: SyntaxNode;
}

/** What the folder of a language says of its syntax, besides how its grammar is translated. */
export interface LanguageSyntax {
  /** The names of a file and what they stand for. */
  readonly bind: (tree: SyntaxTree) => Bindings;
  /** What a bound name is for whoever chooses names; null if it is not the author's choice. */
  readonly valueKind: (binding: Binding) => 'variable' | 'constant' | null;
  /** Whether the author of a function has chosen its name; absent if that is always so. */
  readonly isChosen?: (declared: SyntaxNode) => boolean;
  /** What a file imports. */
  readonly imports: (tree: SyntaxTree) => readonly Import[];
  /** Calls after which nothing runs, by their callee, and the names to look for without their objects. */
  readonly leaving: { readonly callee: RegExp; readonly names: readonly string[] };
}
