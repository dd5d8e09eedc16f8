import { nameOf } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';

const HOLDERS = new Set(['class_declaration', 'module_declaration', 'singleton_class']);
const FUNCTIONS = new Set(['method_declaration', 'do_block', 'brace_block']);

/** Whether whoever uses a class or module can call something: no word before it says otherwise. */
export function isPublic(node: SyntaxNode): boolean {
  const name = nameOf(node)?.text ?? '';
  if (node.closest(FUNCTIONS) !== null || /^(?:initialize|_|to_s$|inspect$|==$|respond_to_missing|method_missing)/.test(name)) {
    return false;
  }
  // An argument of a call such as `private def moor`.
  if (node.parentType === 'argument_list') return false;
  if (node.type !== 'method_declaration') return true;
  return node.closest(HOLDERS) !== null && !isHidden(node);
}

/** Whether `private` or `protected` stands before a method: Ruby documentation, `Module#private`. */
function isHidden(method: SyntaxNode): boolean {
  for (let before = method.previous; before !== null; before = before.previous) {
    if (before.type === 'identifier' && /^(?:private|protected)$/.test(before.text)) return true;
    if (before.type === 'identifier' && before.text === 'public') return false;
  }
  const name = nameOf(method)?.text ?? '';
  return (method.parent?.text ?? '')
    .split('\n')
    .some((line) => /^\s*private(?:_class_method)?\b/.test(line) && symbolsIn(line).includes(`:${name}`));
}

/** The symbols of a line, each with its colon. */
function symbolsIn(line: string): readonly string[] {
  return line.match(/:\w+[?!=]?/g) ?? [];
}
