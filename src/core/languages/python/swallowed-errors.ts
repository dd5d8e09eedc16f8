import type { SyntaxNode } from '../../syntax/node.js';

/** Whether the handler catches everything in Python. Ignoring one named error is often exactly what is intended. */
export function isBroad(node: SyntaxNode): boolean {
  const [caught] = node.parts;
  const name = caught?.type === 'as_pattern' ? caught.firstPart?.text : caught?.text;
  if (caught?.type === 'tuple') return caught.parts.some(({ text }) => /^(?:Base)?Exception$/.test(text));
  return caught?.type === 'block' || name === 'Exception' || name === 'BaseException';
}
