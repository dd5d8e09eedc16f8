import { argumentsOf, calleeOf, callsOf } from '../../syntax/calls.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import type { Imported } from '../../facts/collector.js';

/** What is inside these happens when it is called. */
export const INSIDE: ReadonlySet<string> = new Set([
  'function_declaration', 'function_expression', 'arrow_function', 'method_definition', 'generator_function',
  'generator_function_declaration',
]);

/** What is inside these may fail without harm. */
const CAUGHT = new Set(['try_statement']);

/** Calls that load a module. */
export const LOADERS = ['require', 'import'];

/** The modules that a file of JavaScript or TypeScript takes from. */
export function scriptImports(tree: SyntaxTree): Imported[] {
  return [...importStatements(tree), ...passingOn(tree), ...loadingCalls(tree)];
}

function importStatements(tree: SyntaxTree): Imported[] {
  return tree.ofType('import_statement').flatMap((statement) => {
    const required = statement.childOfType('import_require_clause');
    const source = statement.child('source') ?? required?.child('source') ?? null;
    if (source?.type !== 'string') return [];
    const clause = statement.childOfType('import_clause');
    const isType = /^import\s+type\b(?!\s*(?:,|from\b))/.test(statement.text);
    const local = required?.firstPart ?? clause?.childOfType('namespace_import')?.firstPart ?? null;
    return [{
      module: source.text.slice(1, -1),
      node: source,
      names: clause?.parts.flatMap(namesOf) ?? [],
      flags: [...(local === null ? [] : wholeFlags(local)), ...(isType ? ['type' as const] : [])],
    }];
  });
}

/** The names that a part of an import takes. */
function namesOf(part: SyntaxNode): string[] {
  if (part.type === 'identifier') return ['default'];
  return part.type === 'named_imports' ? part.parts.flatMap((specifier) => specifier.child('name')?.text ?? []) : [];
}

/** Exports of what another module exports. */
function passingOn(tree: SyntaxTree): Imported[] {
  return tree.ofType('export_statement').flatMap((statement) => {
    const source = statement.child('source');
    if (source?.type !== 'string') return [];
    const clause = statement.childOfType('export_clause');
    const names = clause?.parts.map((specifier) => (specifier.child('name') ?? specifier.first)?.text ?? 'default') ?? [];
    const isType = /^export\s+type\b/.test(statement.text);
    return [{
      module: source.text.slice(1, -1),
      node: source,
      names,
      flags: ['passedOn' as const, ...(clause === null ? ['whole' as const] : []), ...(isType ? ['type' as const] : [])],
    }];
  });
}

function loadingCalls(tree: SyntaxTree): Imported[] {
  return callsOf(tree, LOADERS).flatMap((call) => {
    const callee = calleeOf(call);
    const source = call.type === 'call_expression' && !callee.includes('.') ? argumentsOf(call)[0] : undefined;
    if (source?.type !== 'string') return [];
    const isLate = callee === 'import' || call.closest(INSIDE) !== null || call.closest(CAUGHT) !== null;
    return [
      { module: source.text.slice(1, -1), node: source, flags: [...callFlags(call), ...(isLate ? ['late' as const] : [])] },
    ];
  });
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
  const escapes = local.tree.ofType('identifier').some((node) =>
    node !== local && node.text === text && !(node.parentType === 'member_expression' && node.field === 'object'));
  return escapes || local.tree.ofType('shorthand_property_identifier').some((node) => node.text === text)
    ? ['whole', 'escapes']
    : ['whole'];
}
