import type { PublicWays } from '../../finders/undocumented.js';
import { CLASSES, FUNCTIONS, nameOf } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';

/** What is public in Python: what has a name without a low line in front (PEP 8). It is documented by a docstring (PEP 257). */
export const PYTHON_PUBLIC: PublicWays = {
  isPublic: (node) => !/^_/.test(nameOf(node)?.text ?? '_')
    && /^(?:module|block|decorated_definition)$/.test(node.parent?.type ?? '')
    && node.closest(FUNCTIONS) === null && isInPublic(node),
  isDescribed: (node) => {
    const first = node.child('body')?.firstPart;
    return first?.type === 'expression_statement' && /^(?:string|concatenated_string)$/.test(first.firstPart?.type ?? '');
  },
};

function isInPublic(node: SyntaxNode): boolean {
  const holder = node.closest(CLASSES);
  return holder === null || !/^_/.test(holder.child('name')?.text ?? '');
}
