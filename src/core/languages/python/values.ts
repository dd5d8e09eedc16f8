import { bindingsOf } from '../../syntax/bindings/bindings.js';
import type { Binding } from '../../syntax/bindings/scope.js';
import { named, type DeclaredName } from '../../syntax/declared-name.js';
import type { SyntaxTree } from '../../syntax/node.js';
import { PLAIN_VALUES } from '../../syntax/plain-values.js';

/** The names of values in Python. */
export function pythonValues(tree: SyntaxTree): DeclaredName[] {
  return bindingsOf(tree).all.flatMap((binding) => valueName(binding));
}

function valueName({ node, kind, scope, references, declarations }: Binding): DeclaredName[] {
  if (!/^(?:variable|parameter|loop|caught)$/.test(kind) || /^__\w+__$/.test(node.text)) return [];
  const value = node.parent?.type === 'assignment' ? node.parent.child('right') : null;
  const isConstant = scope.kind === 'file'
    && declarations.length === 1 && value !== null && PLAIN_VALUES.has(value.type) && !references.areWritten;
  if (isConstant) return named(node, 'constant');
  // At file level, types and singletons have naming conventions of their own.
  return scope.kind === 'file' ? [] : named(node, 'variable');
}
