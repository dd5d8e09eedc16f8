import { isDeclarationFile, isModule } from '../../syntax/bindings/script-exports.js';
import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { Declared, FactCollector, Imported } from '../collector.js';
import { wordsOf } from '../names-in.js';
import type { DeclaredKind } from '../facts.js';

/** The node types of names. */
export const SCRIPT_NAMES: ReadonlyMap<string, true> = new Map(['identifier', 'property_identifier', 'shorthand_property_identifier', 'shorthand_property_identifier_pattern', 'type_identifier'].map((type) => [type, true]));

/** What the language, or a library by its name, calls. */
const CALLED_BY_NAME = new Set(['constructor', 'toString', 'toJSON', 'valueOf', 'toLocaleString', 'then', 'next', 'return', 'throw', 'get', 'set', 'has', 'ownKeys', 'deleteProperty', 'apply', 'construct', 'inspect', 'default', 'handleEvent', 'render']);

const KINDS: Readonly<Record<string, DeclaredKind>> = {
  function_declaration: 'function', generator_function_declaration: 'function', function_signature: 'signature', class_declaration: 'class', abstract_class_declaration: 'class',
  interface_declaration: 'type', type_alias_declaration: 'type', enum_declaration: 'value', internal_module: 'value', module: 'value',
};
const VARIABLES = new Set(['lexical_declaration', 'variable_declaration']);
const CLASS_TYPES = ['class_declaration', 'abstract_class_declaration', 'class'];
const INSIDE = new Set(['function_declaration', 'function_expression', 'arrow_function', 'method_definition', 'generator_function', 'generator_function_declaration']);

/** Collects what a file of JavaScript or TypeScript declares, exports and imports. */
export function collectScript({ tree, text: { path, text } }: ParsedSource, facts: FactCollector): void {
  facts.namesIn(tree, SCRIPT_NAMES);
  const isOwn = isModule(tree);
  if (isOwn) facts.mark('module');
  if (/\beval\s*\(|\bnew Function\s*\(/.test(text)) facts.mark('open');
  for (const imported of importsIn(tree)) facts.import(imported);
  for (const call of callsOf(tree, ['require', 'import'])) if (argumentsOf(call)[0]?.type !== 'string') facts.mark('loads');
  for (const node of tree.ofTypes(CLASS_TYPES)) for (const base of basesOf(node)) facts.extend(node.child('name')?.text ?? '', base);
  if (isDeclarationFile(path)) return;
  for (const declared of classesIn(tree)) facts.declare(declared);
  const top = topLevel(tree.root);
  for (const declared of exportsIn(tree, top)) facts.declare(declared);
  if (isOwn) return;
  for (const [name, { node, kind, nameNode }] of top) {
    facts.share(name);
    if (kind === 'function') facts.declare({ name: nameNode, kind, parts: [node] });
  }
  // An assignment to what nobody declares makes a name that all scripts share.
  for (const assignment of tree.ofType('assignment_expression')) {
    const left = assignment.child('left');
    if (left?.type === 'identifier') facts.share(left.text);
    else if (left?.type === 'member_expression' && /^(?:window|self|globalThis|global)$/.test(left.child('object')?.text ?? '')) facts.share(left.child('property')?.text ?? '');
  }
}

/** What is declared at the top of a file. */
interface TopLevel {
  readonly node: SyntaxNode;
  readonly nameNode: SyntaxNode;
  readonly kind: DeclaredKind;
}

function topLevel(root: SyntaxNode): Map<string, TopLevel> {
  const all = new Map<string, TopLevel>();
  for (const statement of root.parts) {
    for (const one of declaredBy(statement.type === 'export_statement' ? (statement.child('declaration') ?? statement) : statement)) if (!all.has(one.nameNode.text)) all.set(one.nameNode.text, one);
  }
  return all;
}

/** The names that a statement declares. */
function declaredBy(statement: SyntaxNode): TopLevel[] {
  if (statement.type === 'ambient_declaration') return statement.parts.flatMap(declaredBy);
  if (statement.type === 'expression_statement') return statement.parts.flatMap((part) => (part.type === 'internal_module' ? declaredBy(part) : []));
  if (VARIABLES.has(statement.type)) return statement.parts.flatMap((declarator) => (declarator.type === 'variable_declarator' ? namesIn(declarator.child('name')).map((nameNode) => ({ node: declarator, nameNode, kind: 'value' as const })) : []));
  const [kind, nameNode] = [KINDS[statement.type], statement.child('name')];
  return kind === undefined || nameNode === null ? [] : [{ node: statement, nameNode, kind }];
}

/** The names that a pattern declares. */
function namesIn(pattern: SyntaxNode | null): SyntaxNode[] {
  switch (pattern?.type) {
    case 'identifier':
    case 'shorthand_property_identifier_pattern':
      return [pattern];
    case 'object_pattern':
    case 'array_pattern':
    case 'rest_pattern':
      return pattern.parts.flatMap(namesIn);
    case 'pair_pattern':
      return namesIn(pattern.child('value'));
    case 'object_assignment_pattern':
    case 'assignment_pattern':
      return namesIn(pattern.child('left'));
    default:
      return [];
  }
}

function* exportsIn(tree: ParsedSource['tree'], top: ReadonlyMap<string, TopLevel>): Iterable<Declared> {
  for (const statement of tree.ofType('export_statement')) {
    // Names inside a namespace are used by way of its own name.
    if (statement.parentType !== 'program' || statement.child('source') !== null) continue;
    const isStandard = statement.children.some(({ type }) => type === 'default');
    const isCalled = statement.childOfType('decorator') !== null;
    const declaration = statement.child('declaration');
    const flags = ['exported', ...(isStandard ? ['standard' as const] : []), ...(isCalled ? ['called' as const] : [])] as const;
    const declared = declaration === null ? [] : declaredBy(declaration);
    for (const { node, nameNode, kind } of declared) yield { name: nameNode, kind, parts: [node], flags: [...flags], ...(isStandard && { as: 'default' }) };
    const value = statement.child('value');
    if (isStandard && declared.length === 0 && value !== null) yield { name: value, kind: 'value', parts: [value, ...(value.type === 'identifier' ? nodesOf(top, value.text) : [])], flags: [...flags], as: 'default' };
    for (const specifier of statement.childOfType('export_clause')?.parts ?? []) {
      const [name, alias] = [specifier.child('name'), specifier.child('alias')];
      // What it passes on from elsewhere is used by whoever takes it.
      if (name === null || !top.has(name.text)) continue;
      const outside = (alias ?? name).text;
      yield { name: alias ?? name, kind: top.get(name.text)?.kind ?? 'value', parts: [specifier, ...nodesOf(top, name.text)], flags: ['exported', ...(outside === 'default' ? ['standard' as const] : [])], as: outside };
    }
  }
  yield* commonExports(tree, top);
}

function nodesOf(top: ReadonlyMap<string, TopLevel>, name: string): SyntaxNode[] {
  const node = top.get(name)?.node;
  return node === undefined ? [] : [node];
}

/** What a module of Node exports: Node.js documentation, "CommonJS modules". */
function* commonExports(tree: ParsedSource['tree'], top: ReadonlyMap<string, TopLevel>): Iterable<Declared> {
  for (const assignment of tree.ofType('assignment_expression')) {
    const [left, right] = [assignment.child('left'), assignment.child('right')];
    if (left?.type !== 'member_expression' || right === null || assignment.closest(INSIDE) !== null) continue;
    const target = left.text.replace(/\s/g, '');
    const name = left.child('property');
    if (/^(?:module\.)?exports\.[\w$]+$/.test(target) && name !== null && target !== 'module.exports') {
      yield { name, kind: 'value', parts: [assignment, ...(right.type === 'identifier' ? nodesOf(top, right.text) : [])], flags: ['exported'] };
    } else if (target === 'module.exports' && right.type === 'object') {
      for (const part of right.parts) {
        if (part.type === 'shorthand_property_identifier') yield { name: part, kind: 'value', parts: [part, ...nodesOf(top, part.text)], flags: ['exported'] };
        else if (part.type === 'pair' && part.child('key')?.type === 'property_identifier') {
          const value = part.child('value');
          yield { name: part.child('key') as SyntaxNode, kind: 'value', parts: [part, ...(value?.type === 'identifier' ? nodesOf(top, value.text) : [])], flags: ['exported'] };
        } else if (part.type === 'method_definition' && part.child('name')?.type === 'property_identifier') yield { name: part.child('name') as SyntaxNode, kind: 'value', parts: [part], flags: ['exported'] };
      }
    }
  }
}

/** Classes and their methods; those that are exported come with the exports. */
function* classesIn(tree: ParsedSource['tree']): Iterable<Declared> {
  for (const node of tree.ofTypes(CLASS_TYPES)) {
    const name = node.child('name');
    const statement = node.parentType === 'export_statement';
    const isDecorated = node.childOfType('decorator') !== null || (statement && node.parent?.childOfType('decorator') !== null);
    if (name !== null && !statement && node.type !== 'class') yield { name, kind: 'class', parts: [node], flags: isDecorated ? ['called'] : [] };
    let isNextCalled = false;
    for (const member of node.child('body')?.parts ?? []) {
      if (member.type === 'decorator') isNextCalled = true;
      else if (member.type !== 'comment') {
        const own = methodOf(member, name?.text, isNextCalled);
        if (own !== null) yield own;
        isNextCalled = false;
      }
    }
  }
  for (const node of tree.ofTypes(SIGNATURES)) {
    const name = node.child('name');
    if (name?.type === 'property_identifier') yield { name, kind: 'signature', parts: [node] };
  }
}

const SIGNATURES = ['method_signature', 'abstract_method_signature'];

function methodOf(member: SyntaxNode, owner: string | undefined, isDecorated: boolean): Declared | null {
  const name = member.child('name');
  if (member.type !== 'method_definition' || name?.type !== 'property_identifier' || CALLED_BY_NAME.has(name.text)) return null;
  // What is private is judged in its own file.
  if (member.childOfType('accessibility_modifier')?.text === 'private') return null;
  const isCalled = isDecorated || member.childOfType('decorator', 'override_modifier') !== null;
  return { name, kind: 'method', parts: [member], owner: owner ?? '', flags: isCalled ? ['called'] : [] };
}

function basesOf(node: SyntaxNode): string[] {
  const heritage = node.childOfType('class_heritage');
  return heritage === null ? [] : wordsOf(heritage.text).filter((word) => word !== 'extends' && word !== 'implements');
}

function* importsIn(tree: ParsedSource['tree']): Iterable<Imported> {
  for (const statement of tree.ofType('import_statement')) {
    const source = statement.child('source') ?? statement.childOfType('import_require_clause')?.child('source') ?? null;
    if (source?.type !== 'string') continue;
    const clause = statement.childOfType('import_clause');
    const isType = /^import\s+type\b(?!\s*(?:,|from\b))/.test(statement.text);
    const names = clause?.parts.flatMap((part) => (part.type === 'identifier' ? ['default'] : part.type === 'named_imports' ? part.parts.flatMap((specifier) => specifier.child('name')?.text ?? []) : [])) ?? [];
    const local = statement.childOfType('import_require_clause')?.firstPart ?? clause?.childOfType('namespace_import')?.firstPart ?? null;
    const flags = [...(local === null ? [] : wholeFlags(local)), ...(isType ? ['type' as const] : [])];
    yield { module: source.text.slice(1, -1), node: source, names, flags };
  }
  for (const statement of tree.ofType('export_statement')) {
    const source = statement.child('source');
    if (source?.type !== 'string') continue;
    const clause = statement.childOfType('export_clause');
    const names = clause?.parts.map((specifier) => (specifier.child('name') ?? specifier.first)?.text ?? 'default') ?? [];
    const isType = /^export\s+type\b/.test(statement.text);
    yield { module: source.text.slice(1, -1), node: source, names, flags: ['passedOn', ...(clause === null ? ['whole' as const] : []), ...(isType ? ['type' as const] : [])] };
  }
  for (const call of callsOf(tree, ['require', 'import'])) {
    const source = call.type === 'call_expression' && !calleeOf(call).includes('.') ? argumentsOf(call)[0] : undefined;
    if (source?.type !== 'string') continue;
    const isLate = call.closest(INSIDE) !== null || calleeOf(call) === 'import';
    yield { module: source.text.slice(1, -1), node: source, flags: [...callFlags(call), ...(isLate ? ['late' as const] : [])] };
  }
}

type ImportFlags = NonNullable<Imported['flags']>;

const ASSIGNMENTS = new Set(['assignment_expression']);

/** How a module that a call loads is used. */
function callFlags(call: SyntaxNode): ImportFlags {
  const exported = call.closest(ASSIGNMENTS)?.child('left')?.text ?? '';
  if (/^(?:module\.)?exports\b/.test(exported)) return ['whole', 'passedOn'];
  const { parent } = call;
  if (parent?.type === 'member_expression' || parent?.type === 'expression_statement') return ['whole'];
  const name = parent?.type === 'variable_declarator' ? parent.child('name') : null;
  if (name?.type === 'object_pattern') return ['whole'];
  return name?.type === 'identifier' ? wholeFlags(name) : ['whole', 'escapes'];
}

/** Whether all that is done with what stands for a module is to take a name from it. */
function wholeFlags(local: SyntaxNode): ImportFlags {
  const { text } = local;
  const escapes = local.tree.ofType('identifier').some((node) => node !== local && node.text === text && !(node.parentType === 'member_expression' && node.field === 'object'));
  return escapes || local.tree.ofType('shorthand_property_identifier').some((node) => node.text === text) ? ['whole', 'escapes'] : ['whole'];
}
