import { named, type DeclaredName } from '../declared-name.js';
import type { SyntaxTree } from '../node.js';
import { bindingsOf } from './bindings.js';
import type { Binding } from './scope.js';

/**
 * The values among the bound names of a file.
 * @param kindOf what a name is for whoever chooses names; null if it is not the author's choice.
 */
export function boundValues(
  kindOf: (binding: Binding) => 'variable' | 'constant' | null,
): (tree: SyntaxTree) => readonly DeclaredName[] {
  return (tree) => bindingsOf(tree).all.flatMap((binding) => {
    const kind = kindOf(binding);
    return kind === null ? [] : named(binding.node, kind);
  });
}
