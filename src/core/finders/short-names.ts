import type { Hit, TreeFinder } from './finder.js';
import { declaredNames } from '../syntax/declared-names.js';
import type { ParsedSource } from '../syntax/source.js';
import type { SyntaxNode } from '../syntax/node.js';
import { byTree, hitAt } from './hits.js';
import { nameTest } from './name-patterns.js';

/** Which names are too short. */
interface ShortNameOptions {
  readonly min: number;
  readonly free: readonly string[];
}

/** Finds names that are too short. @param isInSight whether all uses of a name are in sight, so that a short one will do. */
export function shortNames(isInSight?: (declared: SyntaxNode) => boolean): TreeFinder<ShortNameOptions> {
  return byTree((source, options: ShortNameOptions) => findShort(source, options, isInSight));
}

function findShort(
  { tree }: ParsedSource, { min, free }: ShortNameOptions, isInSight: ((declared: SyntaxNode) => boolean) | undefined,
): Hit[] {
  const isFree = nameTest(free);
  return declaredNames(tree).filter(({ node, name }) => name.length < min && !isFree(name) && isInSight?.(node) !== true).map(
    ({ node, name }) =>
      hitAt(node, `${name} has ${name.length === 1 ? '1 character' : `${name.length} characters`}; at least ${min} are required`),
  );
}
