import { memoized } from '../syntax/memo.js';
import type { FileFacts } from './facts.js';
import { familyOf } from './family.js';
import type { ProjectFacts } from './project.js';

/** The files by the last step of their path, in a family; for modules without their ending. */
const tails = memoized((project: ProjectFacts): ReadonlyMap<string, readonly FileFacts[]> => {
  const all = new Map<string, FileFacts[]>();
  for (const file of project.files) {
    const name = tailName(file).split('/').at(-1) as string;
    const key = `${file.family} ${name}`;
    const others = all.get(key);
    if (others === undefined) all.set(key, [file]);
    else others.push(file);
  }
  return all;
});

function tailName(file: FileFacts): string {
  return familyOf(file).moduleName?.(file.path) ?? file.path;
}

/** The files of a family whose paths end with some steps. */
export function filesByTail(project: ProjectFacts, tail: string, family: string): FileFacts[] {
  const name = tail.split('/').at(-1) as string;
  return (tails(project).get(`${family} ${name}`) ?? []).filter((file) => {
    const path = tailName(file);
    return path === tail || path.endsWith(`/${tail}`);
  });
}
