import type { Node } from 'web-tree-sitter';

/** The stretch that stands for a function: its name, or its first line up to its body where it has none. */
export function functionHead(node: Node): { start: number; end: number } {
  const name = node.childForFieldName('name');
  if (name !== null) return { start: name.startIndex, end: name.endIndex };
  const body = node.childForFieldName('body');
  const head = node.text.slice(0, (body?.startIndex ?? node.endIndex) - node.startIndex).split('\n', 1)[0] ?? '';
  return { start: node.startIndex, end: node.startIndex + Math.max(1, head.trimEnd().length) };
}
