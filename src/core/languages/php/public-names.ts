import { isReachable, type PublicWays } from '../../finders/undocumented.js';
import { nameOf } from '../../syntax/functions.js';

/** What is public in PHP: what no word makes another thing. */
export const PHP_PUBLIC: PublicWays = {
  isPublic: (node) => isReachable(node) && /declaration$|^function_definition$/.test(node.type)
    && (node.childOfType('visibility_modifier')?.text ?? 'public') === 'public' && !/^__/.test(nameOf(node)?.text ?? ''),
};
