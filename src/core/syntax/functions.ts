import { isComment, type SyntaxNode } from './node.js';

/** Nodes that are functions, in every grammar. */
export const FUNCTIONS: ReadonlySet<string> = new Set([
  'function_declaration', 'function_expression', 'generator_function', 'generator_function_declaration', 'arrow_function',
  'method_definition',
  'function_definition', 'lambda', 'method_declaration', 'constructor_declaration', 'compact_constructor_declaration',
  'lambda_expression',
  'anonymous_function', 'func_literal',
]);

/** Nodes that are classes and the like, in every grammar. */
export const CLASSES: ReadonlySet<string> = new Set([
  'class', 'class_declaration', 'abstract_class_declaration', 'class_definition', 'class_specifier', 'struct_specifier',
  'anonymous_class',
  'enum_declaration', 'interface_declaration', 'record_declaration', 'trait_declaration', 'annotation_type_declaration',
  'struct_declaration', 'module_declaration',
]);

/** The body of a function; null if it is only declared. */
export function bodyOf(node: SyntaxNode): SyntaxNode | null {
  return node.child('body');
}

/** The name of a function, if it has its own. In C++ it is deep inside the declarator. */
export function nameOf(node: SyntaxNode): SyntaxNode | null {
  const named = node.child('name');
  if (named !== null) return named;
  let declarator = node.child('declarator');
  while (declarator !== null && declarator.type !== 'function_declarator') declarator = declarator.child('declarator');
  return declarator?.child('declarator') ?? null;
}

/** The parameter list of a function; for an arrow function with one bare parameter, that parameter. */
export function parametersOf(node: SyntaxNode): SyntaxNode | null {
  const own = node.child('parameters') ?? node.child('parameter');
  if (own !== null) return own;
  let declarator = node.child('declarator');
  while (declarator !== null) {
    const list = declarator.child('parameters');
    if (list !== null) return list;
    declarator = declarator.child('declarator');
  }
  return null;
}

const NO_PARAMETERS = new Set([
  'keyword_separator', 'positional_separator', 'receiver_parameter', 'self_parameter', 'this', 'attribute_list', 'attribute_item',
]);

/** The parameters that a caller supplies: without Python's `self`, Java's receiver and TypeScript's `this`. */
export function passedParameters(list: SyntaxNode): SyntaxNode[] {
  if (list.type === 'identifier') return [list];
  const passed: SyntaxNode[] = [];
  let isFirst = true;
  for (const part of list.parts) {
    // Kotlin's grammar has the values that parameters begin with beside them.
    if (isComment(part)
        || NO_PARAMETERS.has(part.type) || (list.type === 'function_value_parameters' && part.type !== 'parameter')) continue;
    const isOwn = isFirst && isReceiver(part);
    isFirst = false;
    if (isOwn) continue;
    if (part.type !== 'parameter_declaration') passed.push(part);
    else if (part.text !== 'void') {
      // In Go, parameters that share a type are in one declaration.
      const names = part.childrenOf('name');
      passed.push(...(names.length > 1 ? names : [part]));
    }
  }
  return passed;
}

function isReceiver(part: SyntaxNode): boolean {
  if (part.type === 'identifier') return /^(?:self|cls)$/.test(part.text);
  return part.type === 'required_parameter' && part.child('pattern')?.type === 'this';
}

/** The stretch to report for a function: its name or, without one, its first line up to the body. */
export function functionHead(node: SyntaxNode): { readonly start: number; readonly end: number } {
  const name = nameOf(node);
  if (name !== null) return name;
  const body = bodyOf(node);
  const head = node.text.slice(0, (body?.start ?? node.end) - node.start).split('\n', 1)[0] ?? '';
  return { start: node.start, end: node.start + Math.max(1, head.trimEnd().length) };
}

/** How messages refer to a function. */
export function functionTitle(node: SyntaxNode): string {
  const name = nameOf(node)?.text;
  return name === undefined ? 'this function' : name;
}

/** The nearest function around a node. */
export function functionAround(node: SyntaxNode): SyntaxNode | null {
  return node.closest(FUNCTIONS);
}
