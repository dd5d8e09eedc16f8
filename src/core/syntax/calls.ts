import { syntaxOf } from './language-syntax.js';
import { memoized } from './memo.js';
import { isComment, type SyntaxNode } from './node.js';
import type { SyntaxTree } from './node.js';

/** Nodes that call something or make an object, in every grammar. */
const CALLS: readonly string[] = [
  'call_expression', 'new_expression', 'call', 'method_invocation', 'object_creation_expression', 'function_call_expression',
  'member_call_expression', 'nullsafe_member_call_expression', 'scoped_call_expression', 'macro_call',
];

/** The same, to look one up. */
export const CALL_TYPES: ReadonlySet<string> = new Set(CALLS);

/** All calls of a file. */
export function callsIn(tree: SyntaxTree): readonly SyntaxNode[] {
  return tree.ofTypes(CALLS);
}

/**
 * The calls of a file whose {@link methodOf} is one of the given names, name by name: rules look for a few calls among very
 * many, so names are read once for all of them.
 */
export function callsOf(tree: SyntaxTree, names: readonly string[]): SyntaxNode[] {
  const calls = callsByMethod(tree);
  const found: SyntaxNode[] = [];
  for (let at = 0; at < names.length; at += 1) {
    const numbers = calls.get(names[at] as string);
    if (numbers !== undefined) for (const number of numbers) found.push(tree.nodeAt(number));
  }
  return found;
}

/** The numbers of the calls by name: nearly all are never looked at. */
const callsByMethod = memoized((tree: SyntaxTree): ReadonlyMap<string, readonly number[]> => {
  const calls = new Map<string, number[]>();
  const [callees, names, own] = [tree.rolesOf(CALLEES), tree.rolesOf(NAMES), tree.rolesOf(OWN_NAME)];
  const numbers = tree.numbersOf(CALLS);
  for (let at = 0; at < numbers.length; at += 1) {
    const call = numbers[at] as number;
    const name = textOfMethod(tree, call, callees, names, own);
    const others = calls.get(name);
    if (others === undefined) calls.set(name, [call]);
    else others.push(call);
  }
  return calls;
});

/** Fields of the callee in a call, of a name in the callee, and of a name directly in a call. */
const CALLEES = ['function', 'constructor', 'type'];
const NAMES = ['property', 'attribute', 'field', 'name'];
const OWN_NAME = ['name'];

function textOfMethod(
  tree: SyntaxTree, call: number, callees: readonly number[], names: readonly number[], own: readonly number[],
): string {
  const callee = tree.childInRoles(call, callees);
  let name = callee < 0 ? -1 : tree.childInRoles(callee, names);
  if (name < 0) name = tree.childInRoles(call, own);
  if (name < 0) name = callee;
  return name < 0 ? '' : tree.textAt(name);
}

/**
 * The callee as written, with its object before a dot (in PHP and C++ with their own operators), without what the language says
 * does not change it.
 */
export function calleeOf(call: SyntaxNode): string {
  const callee = writtenCallee(call);
  return syntaxOf(call.tree).plainCallee?.(callee) ?? callee;
}

function writtenCallee(call: SyntaxNode): string {
  const named = call.child('function') ?? call.child('constructor') ?? call.child('type');
  if (named !== null) return named.text;
  const name = call.child('name')
    ?? (call.type === 'object_creation_expression' ? call.childOfType('name', 'qualified_name') : null);
  if (name === null) return '';
  const object = call.child('object') ?? call.child('scope');
  return object === null ? name.text : call.text.slice(object.start - call.start, name.end - call.start);
}

/** The callee without the object it belongs to. */
export function methodOf({ tree, index }: SyntaxNode): string {
  return textOfMethod(tree, index, tree.rolesOf(CALLEES), tree.rolesOf(NAMES), tree.rolesOf(OWN_NAME));
}

/** The object that a method is called on; null for a plain function. */
export function objectOf(call: SyntaxNode): SyntaxNode | null {
  const named = call.child('function');
  return named?.child('object')
    ?? named?.child('operand') ?? named?.child('argument') ?? call.child('object') ?? call.child('scope');
}

/** The arguments, in order. PHP's grammar wraps each in a node, which is removed. */
export function argumentsOf(call: SyntaxNode): SyntaxNode[] {
  const list = call.child('arguments') ?? call.childOfType('arguments', 'argument_list');
  if (list === null) return [];
  const given: SyntaxNode[] = [];
  for (const part of list.parts) {
    if (!isComment(part)) given.push(part.type === 'argument' && part.parts.length === 1 ? (part.firstPart ?? part) : part);
  }
  return given;
}
