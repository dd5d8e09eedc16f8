import type { OwnEdits } from '../../finders/repeated-imports.js';
import type { Repair } from '../../model/repair.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import { removalOfStatement } from '../../syntax/removal.js';

export const PYTHON_STATEMENTS = ['import_statement', 'import_from_statement'];

/** Whether nothing runs between two imports: in Python, what does could change what the second one takes. */
export function areAdjacent(first: SyntaxNode, second: SyntaxNode): boolean {
  let next = first.next;
  while (next !== null && isComment(next)) next = next.next;
  return next === second;
}

export function pythonKey(node: SyntaxNode): string | null {
  if (node.type === 'import_statement') return node.parts.length === 1 ? `import ${node.parts[0]?.text}` : null;
  // Names in the package's own folder are mostly its files, each imported separately.
  if (/^\.+$/.test(node.child('module_name')?.text ?? '')) return null;
  return node.childOfType('wildcard_import') === null ? `from ${node.child('module_name')?.text}` : null;
}

export function mergePython(first: SyntaxNode, second: SyntaxNode, text: string): Repair | undefined {
  // Leave imports in branches or after a comment.
  if (first.parent?.type !== 'module') return undefined;
  const removal = removalOfStatement(second, text) as OwnEdits;
  if (second.type === 'import_statement') return removal;
  const known = new Set(first.childrenOf('name').map((part) => part.text));
  const added = second.childrenOf('name').map((part) => part.text).filter((name) => !known.has(name));
  const last = first.childrenOf('name').at(-1);
  if (last === undefined) return undefined;
  return added.length === 0 ? removal : [{ start: last.end, end: last.end, text: `, ${added.join(', ')}` }, ...removal];
}
