import type { SyntaxNode } from '../../syntax/node.js';

export function yamlKey(node: SyntaxNode | null): { key: string; at: SyntaxNode } | null {
  if (node === null) return null;
  const text = node.text;
  if (text === '<<' || /^[&*!]/.test(text) || text.includes('\n') || text.includes('{{')) return null;
  return { key: /^(["']).*\1$/.test(text) ? text.slice(1, -1) : text, at: node };
}
