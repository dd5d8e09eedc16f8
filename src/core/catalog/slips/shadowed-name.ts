import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { bindingsOf } from '../../syntax/bindings/bindings.js';
import type { Binding, BindingKind } from '../../syntax/bindings/scope.js';
import { functionAround, nameOf } from '../../syntax/functions.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, hitAt, shared } from '../../finders/hits.js';
import { nameTest } from '../../finders/name-patterns.js';
import { freeNames } from '../../finders/options.js';

export default defineRule({
  id: 'slips/shadowed-name',
  title: 'No name hides an outer one',
  about: 'An inner name that hides an outer one invites changes to the wrong variable.',
  advice: 'Give the inner one a name of its own.',
  tags: ['readability'],
  confidence: 'likely',
  options: { free: freeNames(['_', 'err', 'error', 'resolve', 'reject', 'done', 'cb']) },
  find: shared(byTree(findShadowed)),
});

const HIDES: ReadonlySet<BindingKind> = new Set(['variable', 'constant', 'parameter', 'function', 'loop', 'caught', 'class']);

/** Scopes that hold only types: a name there is for readers. */
const TYPE_SCOPES = new Set([
  'function_type', 'constructor_type', 'call_signature', 'construct_signature', 'method_signature', 'abstract_method_signature',
  'function_signature',
]);

function findShadowed({ tree, grammar }: ParsedSource, { free }: { readonly free: readonly string[] }): Hit[] {
  const isFree = nameTest(free);
  const hits: Hit[] = [];
  const { all } = bindingsOf(tree);
  for (let at = 0; at < all.length; at += 1) {
    const binding = all[at] as Binding;
    const { scope, name, node, kind } = binding;
    if (scope.parent === null || !HIDES.has(kind) || TYPE_SCOPES.has(scope.node.type) || isFree(name)) continue;
    const outer = scope.parent.lookUp(name);
    if (outer === null || !isHidden(binding, outer, grammar)) continue;
    hits.push(hitAt(node, `${name} hides the outer ${wordFor(outer.kind)} of that name`));
  }
  return hits;
}

function isOwnName(inner: Binding, outer: Binding): boolean {
  if (inner.scope.node === inner.node.parent) return inner.kind !== 'caught';
  return inner.kind === 'function'
    && outer.node.field === 'name' && outer.node.parent !== null && inner.node.isWithin(outer.node.parent);
}

function isHidden(inner: Binding, outer: Binding, grammar: string): boolean {
  if (outer.kind === 'type' || outer.kind === 'type-parameter') return false;
  // The name of a function or class expression, as in `const moor = function moor() {}`.
  if (isOwnName(inner, outer)) return false;
  if (outer.kind === 'field') return !takesOver(inner);
  if (outer.kind === 'function' && grammar === 'cpp') return false;
  // A local variable of Java is known only from its declaration on.
  if (grammar === 'java' && outer.node.start > inner.node.start) return false;
  // In C++, a file-level variable is often a constant or belongs to a macro; only those in functions count.
  if (grammar === 'cpp') {
    return outer.scope.kind !== 'file' && outer.scope.kind !== 'class' && inner.node.start > outer.node.start;
  }
  return true;
}

/** A Java constructor or setter takes a value for the field of the same name. */
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
