import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import type { Declared } from '../../facts/collector.js';
import { INSIDE } from './import-facts.js';
import { declaredBy, type TopLevel } from './top-level-facts.js';

/** What a file of JavaScript or TypeScript exports. @param top what it declares at the top. */
export function scriptExports(tree: SyntaxTree, top: ReadonlyMap<string, TopLevel>): Declared[] {
  // Names inside a namespace are used by way of its own name.
  const statements = tree.ofType('export_statement').filter((statement) =>
    statement.parentType === 'program' && statement.child('source') === null);
  const assignments = tree.ofType('assignment_expression').filter((assignment) => assignment.closest(INSIDE) === null);
  return [
    ...statements.flatMap((statement) => [...exportedBy(statement), ...namedBy(statement, top)]),
    ...assignments.flatMap((assignment) => assignedBy(assignment, top)),
    ...statements.flatMap((statement) => valueOf(statement, top)),
  ];
}

function isStandard(statement: SyntaxNode): boolean {
  return statement.children.some(({ type }) => type === 'default');
}

/** What a statement declares and exports. */
function exportedBy(statement: SyntaxNode): Declared[] {
  const declaration = statement.child('declaration');
  if (declaration === null) return [];
  const standard = isStandard(statement);
  const flags: Declared['flags'] = [
    'exported',
    ...(standard ? ['standard' as const] : []),
    ...(statement.childOfType('decorator') !== null ? ['called' as const] : []),
  ];
  return declaredBy(declaration).map(
    ({ node, nameNode, kind }) => ({ name: nameNode, kind, parts: [node], flags, ...(standard && { as: 'default' }) }),
  );
}

/** A value that is exported by default. */
function valueOf(statement: SyntaxNode, top: ReadonlyMap<string, TopLevel>): Declared[] {
  const value = statement.child('value');
  if (value === null || !isStandard(statement)) return [];
  return [{ name: value, kind: 'value', parts: [value, ...nodesOf(top, value)], flags: ['exported', 'standard'], as: 'default' }];
}

/** What a statement exports by its name. What it passes on from elsewhere is used by whoever takes it. */
function namedBy(statement: SyntaxNode, top: ReadonlyMap<string, TopLevel>): Declared[] {
  return (statement.childOfType('export_clause')?.parts ?? []).flatMap((specifier): Declared[] => {
    const [name, alias] = [specifier.child('name'), specifier.child('alias')];
    const declared = name === null ? undefined : top.get(name.text);
    if (name === null || declared === undefined) return [];
    const outside = (alias ?? name).text;
    return [{
      name: alias ?? name,
      kind: declared.kind,
      parts: [specifier, declared.node],
      flags: ['exported', ...(outside === 'default' ? ['standard' as const] : [])],
      as: outside,
    }];
  });
}

function nodesOf(top: ReadonlyMap<string, TopLevel>, value: SyntaxNode | null): SyntaxNode[] {
  const node = value?.type === 'identifier' ? top.get(value.text)?.node : undefined;
  return node === undefined ? [] : [node];
}

/** What an assignment of a module of Node exports: Node.js documentation, "CommonJS modules". */
function assignedBy(assignment: SyntaxNode, top: ReadonlyMap<string, TopLevel>): Declared[] {
  const [left, right] = [assignment.child('left'), assignment.child('right')];
  if (left?.type !== 'member_expression' || right === null) return [];
  const target = left.text.replace(/\s/g, '');
  if (target === 'module.exports') return right.type === 'object' ? right.parts.flatMap((part) => memberOf(part, top)) : [];
  const name = left.child('property');
  return /^(?:module\.)?exports\.[\w$]+$/.test(target) && name !== null
    ? [{ name, kind: 'value', parts: [assignment, ...nodesOf(top, right)], flags: ['exported'] }]
    : [];
}

/** What a part of an object exports that stands for a module. */
function memberOf(part: SyntaxNode, top: ReadonlyMap<string, TopLevel>): Declared[] {
  const name = part.type === 'pair' ? part.child('key') : part.type === 'method_definition' ? part.child('name') : part;
  if (name === null || !/^(?:shorthand_property_identifier|property_identifier)$/.test(name.type)) return [];
  const node = part === name ? top.get(part.text)?.node : undefined;
  return [{
    name, kind: 'value', parts: [part, ...(node === undefined ? nodesOf(top, part.child('value')) : [node])], flags: ['exported'],
  }];
}
