import type { Hit, TreeFinder } from './finder.js';
import { bindingsOf } from '../syntax/bindings/bindings.js';
import type { Reference } from '../syntax/bindings/references.js';
import type { Binding } from '../syntax/bindings/scope.js';
import { bodyOf, CLASSES, FUNCTIONS, nameOf } from '../syntax/functions.js';
import { isComment, type SyntaxNode } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import { statementsOf } from '../syntax/statements.js';
import { byTree, hitAt } from './hits.js';
import { nameTest } from './name-patterns.js';
import { isDeclarationFile } from './declaration-files.js';

/** Whether something in a language, besides what holds in all, needs a function to have the parameters that it has. */
type NeedTest = (owner: SyntaxNode, holder: SyntaxNode | null) => boolean;

/** Finds parameters that are never read. */
export function unreadParameters(areNeeded: NeedTest = () => false): TreeFinder<{ readonly free: readonly string[] }> {
  return byTree((source, options: { readonly free: readonly string[] }) => findUnread(source, options, areNeeded));
}

function findUnread(
  { tree, text }: ParsedSource, { free }: { readonly free: readonly string[] }, areNeeded: NeedTest,
): Hit[] {
  if (isDeclarationFile(text.path)) return [];
  const { all, isOpen } = bindingsOf(tree);
  if (isOpen) return [];
  const isFree = nameTest(free);
  const byFunction = new Map<SyntaxNode, Binding[]>();
  for (let at = 0; at < all.length; at += 1) {
    const binding = all[at] as Binding;
    const { kind, scope } = binding;
    if (kind !== 'parameter') continue;
    const others = byFunction.get(scope.node);
    if (others === undefined) byFunction.set(scope.node, [binding]);
    else others.push(binding);
  }
  const hits: Hit[] = [];
  let declared: ReadonlyMap<SyntaxNode, Binding> | null = null;
  for (const [owner, parameters] of byFunction) {
    const unread = [
      ...afterTheLastRead(parameters.filter(({ node }) => !isTakenByName(node))),
      ...parameters.filter(({ node, references }) => isTakenByName(node) && !references.areRead),
    ].filter(({ name, isExported, node }) => !isFree(name.replace(/^\$/, '')) && !isExported && !isKept(node));
    if (unread.length === 0 || isBound(owner, areNeeded)) continue;
    declared ??= byDeclaration(all);
    const isHandedOver = declared.get(nameOf(owner) ?? owner)?.references.all.some(isHandedOn) ?? false;
    if (!isHandedOver) hits.push(...unread.map(({ node, name }) => hitAt(node, `${name} is never read`)));
  }
  return hits;
}

function byDeclaration(bindings: readonly Binding[]): Map<SyntaxNode, Binding> {
  const declared = new Map<SyntaxNode, Binding>();
  for (const binding of bindings) for (const node of binding.declarations) declared.set(node, binding);
  return declared;
}

/** A use of a function's name other than a call: the receiver decides which arguments it passes. */
function isHandedOn({ node, reads }: Reference): boolean {
  return reads
    && !(node.field === 'function' && /^call/.test(node.parent?.type ?? '')) && node.parent?.type !== 'export_specifier';
}

/** Parameters before one that is read must stay, to keep the order. */
function afterTheLastRead(parameters: readonly Binding[]): Binding[] {
  let lastRead = -1;
  for (const { node, references } of parameters) if (node.start > lastRead && references.areRead) lastRead = node.start;
  return parameters.filter(({ node }) => node.start > lastRead);
}

/** What a function stands in that is handed to other code. */
const HANDED_OVER = new Set([
  'arguments', 'argument', 'argument_list', 'pair', 'decorated_definition', 'keyword_argument', 'jsx_expression',
  'array_element_initializer',
]);

/** Whether other code dictates the parameters: a caller that the function is passed to, or a base class. */
// elvar waive size/branches because each line is one reason, and they belong together
function isBound(owner: SyntaxNode, areNeeded: NeedTest): boolean {
  const body = FUNCTIONS.has(owner.type) ? bodyOf(owner) : null;
  if (body === null || isStub(body)) return true;
  const { parent } = owner;
  if (parent === null || HANDED_OVER.has(parent.type)) return true;
  if (owner.type === 'lambda' || owner.type === 'lambda_expression') return true;
  if (nameOf(owner)?.text === 'main' || /^__\w+__$/.test(nameOf(owner)?.text ?? '')) return true;
  // Java has anonymous subclasses.
  if (owner.parent?.parent?.type === 'object_creation_expression') return true;
  const holder = owner.closest(CLASSES);
  if (isAskedFor(owner) || areNeeded(owner, holder)) return true;
  if (holder === null || functionBetween(owner, holder)) return false;
  const modifiers = owner.childOfType('modifiers')?.text ?? '';
  if (/@/.test(modifiers) || owner.childOfType('decorator', 'attribute_list') !== null) return true;
  const isOwn = /\bprivate\b/.test(modifiers) || owner.parts.some(({ type, text }) => type === 'modifier' && text === 'private')
    || owner.childOfType('visibility_modifier', 'accessibility_modifier')?.text === 'private';
  if (isOwn) return false;
  // A public Python method may implement an interface.
  if (holder.type === 'class_definition' && !/^_/.test(nameOf(owner)?.text ?? '')) return true;
  return holder.type !== 'class_declaration' && holder.type !== 'class' && holder.type !== 'class_definition'
    ? true
    : holder.childOfType(
      'class_heritage', 'superclass', 'super_interfaces', 'base_clause', 'class_interface_clause', 'argument_list',
    ) !== null
      || /^method_de(?:claration|finition)$/.test(owner.type);
}

const IMPLEMENTATIONS = new Set(['impl_item']);

/** Whether a trait, what an attribute stands for, or a base class asks for a function as it is. */
function isAskedFor(owner: SyntaxNode): boolean {
  if (owner.closest(IMPLEMENTATIONS)?.child('trait') != null) return true;
  if (owner.previous?.type === 'attribute_item') return true;
  // What others may override has the parameters that these need.
  return /\b(?:override|open|abstract|external|operator|actual|expect)\b/.test(owner.childOfType('modifiers')?.text ?? '')
    || owner.closest(CLASSES)?.first?.text === 'interface';
}

function functionBetween(owner: SyntaxNode, holder: SyntaxNode): boolean {
  const around = owner.closest(FUNCTIONS);
  return around !== null && around.start > holder.start;
}

/** A body that does nothing, or only reports that it is not implemented. */
function isStub(body: SyntaxNode): boolean {
  if (!/block|compound_statement|constructor_body/.test(body.type)) return false;
  return statementsOf(body).every((statement) =>
    /^(?:pass_statement|raise_statement|throw_statement|empty_statement)$/.test(statement.type)
      || (statement.type === 'expression_statement'
        && /^(?:string|ellipsis|throw_expression)$/.test(statement.parts.find((part) => !isComment(part))?.type ?? ''))
      || (statement.type === 'return_statement' && statement.parts.length === 0));
}

/** Python's `self`, parameters that become fields, and destructured parameters. */
function isKept(node: SyntaxNode): boolean {
  const { parent } = node;
  if (/^(?:self|cls)$/.test(node.text)) return true;
  if (parent?.type === 'property_promotion_parameter') return true;
  // In TypeScript, a parameter with one of these words becomes a field.
  if (parent?.children.some(({ type }) => /^(?:accessibility_modifier|override_modifier|readonly)$/.test(type))) return true;
  if (isTakenByName(node)) return patternAround(node)?.childOfType('rest_pattern') !== null;
  return /^(?:object_pattern|array_pattern|pair_pattern|object_assignment_pattern)$/.test(parent?.type ?? '');
}

/** Whether a parameter is taken out of an object by its name, so that its place does not matter. */
function isTakenByName(node: SyntaxNode): boolean {
  const pattern = patternAround(node);
  return pattern !== null && /^(?:formal_parameters|required_parameter|assignment_pattern)$/.test(pattern.parentType ?? '');
}

function patternAround({ type, parent }: SyntaxNode): SyntaxNode | null {
  if (type !== 'shorthand_property_identifier_pattern' || parent === null) return null;
  const pattern = parent.type === 'object_assignment_pattern' ? parent.parent : parent;
  return pattern?.type === 'object_pattern' ? pattern : null;
}
