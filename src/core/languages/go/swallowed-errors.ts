import type { Hit } from '../../finders/finder.js';
import type { SyntaxNode } from '../../syntax/node.js';

/** Go has no handlers: an error is tested, and nothing follows from it. */
export function judgeInGo(node: SyntaxNode): Hit | null {
  const [condition, block] = [node.child('condition'), node.child('consequence')];
  if (condition === null || block === null || !(/^\w+ != nil$/.test(condition.text) && /[eE]rr/.test(condition.text))
      || block.parts.length > 0 || node.child('alternative') !== null) return null;
  return { start: node.start, end: block.start, message: 'the error tested here is ignored' };
}
