import type { SyntaxNode } from '../../syntax/node.js';

/** Whether an attribute is the text on a button: HTML Living Standard, section 4.10.5.1.18. */
export function isButtonText(node: SyntaxNode): boolean {
  return node.firstPart?.text.toLowerCase() === 'value'
    && /\btype\s*=\s*["']?(?:submit|button|reset)\b/i.test(node.parent?.text ?? '');
}
