import { bindingsOf } from '../../syntax/bindings/bindings.js';
import type { Binding, BindingKind } from '../../syntax/bindings/scope.js';
import type { DeclaredName } from '../../syntax/declared-name.js';
import type { SyntaxTree } from '../../syntax/node.js';
import { PLAIN_VALUES } from '../../syntax/plain-values.js';

const VALUES: ReadonlySet<BindingKind> = new Set<BindingKind>(['variable', 'constant', 'parameter', 'loop', 'caught']);

/** The names of values in JavaScript and TypeScript. */
export function scriptValues(tree: SyntaxTree): DeclaredName[] {
  const bindings = bindingsOf(tree).all;
  const names: DeclaredName[] = [];
  for (let at = 0; at < bindings.length; at += 1) {
    const { node, name, kind, scope } = bindings[at] as Binding;
    // A destructured property has the name that it has in the object.
    if (!VALUES.has(kind) || node.type === 'shorthand_property_identifier_pattern') continue;
    const isConstant = kind === 'constant'
      && (scope.kind === 'file' || PLAIN_VALUES.has(node.parent?.child('value')?.type ?? ''));
    names.push({ node, name, kind: isConstant ? 'constant' : 'variable' });
  }
  return names;
}
