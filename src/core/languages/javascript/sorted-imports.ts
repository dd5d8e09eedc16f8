import type { Entry } from '../../finders/sorted-imports.js';
import type { ImportStatement } from './imports.js';

/** A bare import is there for its side effects, so its position matters. */
export function scriptEntry({ node, module, clause }: ImportStatement): Entry {
  const runsCode = node.childOfType('type') === null;
  if (module === null || clause === null) return { node, key: null, runsCode };
  return { node, runsCode, key: `${module.startsWith('..') ? 1 : module.startsWith('.') ? 2 : 0} ${module}` };
}
