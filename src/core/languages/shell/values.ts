import type { DeclaredName } from '../../syntax/declared-name.js';
import type { SyntaxTree } from '../../syntax/node.js';

/** The names of values in shell scripts. */
export function shellValues(tree: SyntaxTree): DeclaredName[] {
  const first = new Map<string, DeclaredName>();
  for (const node of tree.ofType('variable_assignment')) {
    const name = node.child('name');
    const isFixed = node.parent?.type === 'declaration_command' && /^(?:readonly|declare\s+-\w*r)/.test(node.parent.text);
    if (name?.type === 'variable_name' && !first.has(name.text)) {
      first.set(name.text, { node: name, name: name.text, kind: isFixed ? 'constant' : 'variable' });
    }
  }
  return [...first.values()];
}
