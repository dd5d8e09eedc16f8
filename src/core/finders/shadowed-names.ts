import type { Hit, TreeFinder } from './finder.js';
import { bindingsOf } from '../syntax/bindings/bindings.js';
import type { Binding, BindingKind } from '../syntax/bindings/scope.js';
import { functionAround, nameOf } from '../syntax/functions.js';
import type { ParsedSource } from '../syntax/source.js';
import { byTree, hitAt } from './hits.js';
import { nameTest } from './name-patterns.js';

const HIDES: ReadonlySet<BindingKind> = new Set(['variable', 'constant', 'parameter', 'function', 'loop', 'caught', 'class']);

/** Scopes that hold only types: a name there is for readers. */
const TYPE_SCOPES = new Set([
  'function_type', 'constructor_type', 'call_signature', 'construct_signature', 'method_signature', 'abstract_method_signature',
  'function_signature',
]);

/** Whether an inner name hides an outer one of the same name, by what is known of the two; that they overlap is known. */
type HidingTest = (inner: Binding, outer: Binding) => boolean;

/** Finds names that hide outer ones. @param hides what else is needed for that in a language; absent for nothing. */
export function shadowedNames(hides: HidingTest = () => true): TreeFinder<{ readonly free: readonly string[] }> {
  return byTree((source, options: { readonly free: readonly string[] }) => findShadowed(source, options, hides));
}

function findShadowed({ tree }: ParsedSource, { free }: { readonly free: readonly string[] }, hides: HidingTest): Hit[] {
  const isFree = nameTest(free);
  const hits: Hit[] = [];
  const { all } = bindingsOf(tree);
  for (let at = 0; at < all.length; at += 1) {
    const binding = all[at] as Binding;
    const { scope, name, node, kind } = binding;
    if (scope.parent === null || !HIDES.has(kind) || TYPE_SCOPES.has(scope.node.type) || isFree(name)) continue;
    const outer = scope.parent.lookUp(name);
    if (outer === null || !isHidden(binding, outer, hides)) continue;
    hits.push(hitAt(node, `${name} hides the outer ${wordFor(outer.kind)} of that name`));
  }
  return hits;
}

function isOwnName(inner: Binding, outer: Binding): boolean {
  if (inner.scope.node === inner.node.parent) return inner.kind !== 'caught';
  return inner.kind === 'function'
    && outer.node.field === 'name' && outer.node.parent !== null && inner.node.isWithin(outer.node.parent);
}

function isHidden(inner: Binding, outer: Binding, hides: HidingTest): boolean {
  if (outer.kind === 'type' || outer.kind === 'type-parameter') return false;
  // The name of a function or class expression, as in `const moor = function moor() {}`.
  if (isOwnName(inner, outer)) return false;
  return outer.kind === 'field' ? !takesOver(inner) : hides(inner, outer);
}

/** A constructor or setter takes a value for the field of the same name. */
function takesOver({ node, kind, name }: Binding): boolean {
  if (kind !== 'parameter') return false;
  const owner = functionAround(node);
  if (owner === null) return false;
  return /constructor/.test(owner.type) || new RegExp(`this\\.${name}\\s*=`).test(owner.text)
    || /\bstatic\b/.test(owner.childOfType('modifiers')?.text ?? '') || nameOf(owner) === null
      || owner.child('body') === null;
}

function wordFor(kind: BindingKind): string {
  switch (kind) {
    case 'import':
      return 'imported name';
    case 'caught':
    case 'loop':
      return 'variable';
    default:
      return kind;
  }
}
