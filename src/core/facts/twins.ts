import { memoized } from '../syntax/memo.js';
import type { FileFacts } from './facts.js';
import { familyOf } from './family.js';
import type { ProjectFacts } from './project.js';

/**
 * The files that something is built of, by its path: those with the same path but for the folders of sources and of what is
 * built.
 */
export function twinsOf(project: ProjectFacts, path: string): readonly FileFacts[] {
  return twins(project).get(sourceStem(path)) ?? [];
}

const twins = memoized((project: ProjectFacts): ReadonlyMap<string, readonly FileFacts[]> => {
  const all = new Map<string, FileFacts[]>();
  for (const file of project.files) {
    if (familyOf(file).isBuilt !== true) continue;
    const stem = sourceStem(file.path);
    const others = all.get(stem);
    if (others === undefined) all.set(stem, [file]);
    else others.push(file);
  }
  return all;
});

/** A path without its ending and without the folders of sources and of what is built of them. */
function sourceStem(path: string): string {
  return path.replace(/\.d\.[cm]?ts$|\.[cm]?[jt]sx?$/, '')
    .split('/')
    .filter((step) => !/^(?:src|source|dist|lib|build|out|esm|cjs|es|umd|amd|commonjs|module|types)$/.test(step))
    .join('/');
}
