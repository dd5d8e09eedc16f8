import { memoized } from '../syntax/memo.js';
import type { FactImport, FileFacts } from './facts.js';
import { familyOf, type Target } from './family.js';
import { joined, stemOf } from './paths.js';
import type { ProjectFacts } from './project.js';
import { twinsOf } from './twins.js';

/** An import, and the file that has it. */
export interface Taker {
  readonly file: FileFacts;
  readonly taken: FactImport;
}

/** Where the imports of a project lead, each worked out once. */
const targets = memoized((_project: ProjectFacts) => new Map<FactImport, Target>());

/** Where an import leads. */
export function targetOf(project: ProjectFacts, file: FileFacts, taken: FactImport): Target {
  const known = targets(project);
  let target = known.get(taken);
  if (target === undefined) known.set(taken, (target = familyOf(file).target?.(project, file, taken) ?? 'elsewhere'));
  return target;
}

/** Which imports lead to a file, by its path. */
export const takersOf = memoized((project: ProjectFacts): ReadonlyMap<string, readonly Taker[]> => {
  const takers = new Map<string, Taker[]>();
  for (const file of project.files) {
    for (const taken of file.imports) {
      const target = targetOf(project, file, taken);
      // What is built may be taken instead of what it is built of.
      const built = familyOf(file).isBuilt === true
        && (typeof target === 'string' || target.files.some(({ path }) => /(?:^|\/)(?:dist|build|out)\//.test(path)))
        ? joined(file.path, taken.module)
        : null;
      const twinFiles = built === null || !/^\.{1,2}\//.test(taken.module) ? [] : twinsOf(project, built);
      for (const { path } of [...(typeof target === 'string' ? [] : target.files), ...twinFiles]) {
        if (path === file.path) continue;
        const others = takers.get(path);
        if (others === undefined) takers.set(path, [{ file, taken }]);
        else others.push({ file, taken });
      }
    }
  }
  return takers;
});

/**
 * The imports that lead to no file as they are written, by the last step of their module: the build may give them
 * another meaning.
 */
export const aliasTakersOf = memoized((project: ProjectFacts): ReadonlyMap<string, readonly Taker[]> => {
  const takers = new Map<string, Taker[]>();
  for (const file of project.files) {
    if (familyOf(file).isBuilt !== true) continue;
    for (const taken of file.imports) {
      if (/^\.{1,2}(?:\/|$)/.test(taken.module)) continue;
      const name = stemOf(taken.module);
      const others = takers.get(name);
      if (others === undefined) takers.set(name, [{ file, taken }]);
      else others.push({ file, taken });
    }
  }
  return takers;
});
