import type { PublicWays } from '../../finders/undocumented.js';
import { nameOf } from '../../syntax/functions.js';

/** What is public in C and C++: the functions of a file that other files can call. */
export const CPP_PUBLIC: PublicWays = {
  isPublic: (node) => node.type === 'function_definition' && node.parent?.type === 'translation_unit'
    && !/^static\b/.test(node.text) && nameOf(node)?.type === 'identifier' && nameOf(node)?.text !== 'main',
};
