import { isReachable, type PublicWays } from '../../finders/undocumented.js';
import type { SyntaxNode } from '../../syntax/node.js';

/** What is public in Java, and documented nowhere else. */
export const JAVA_PUBLIC: PublicWays = {
  isPublic: (node) => isReachable(node, isOpen) && /\bpublic\b/.test(node.childOfType('modifiers')?.text ?? '')
    && !/@Override\b/.test(node.childOfType('modifiers')?.text ?? '') && /declaration$/.test(node.type),
};

/** Members of an interface are public without the keyword. */
function isOpen(type: SyntaxNode): boolean {
  return /\bpublic\b/.test(type.childOfType('modifiers')?.text ?? '') || type.parent?.type === 'interface_body';
}
