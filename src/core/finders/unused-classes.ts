import type { ProjectFinder, ProjectHit } from './finder.js';
import type { DeclaredKind, FileFacts } from '../facts/facts.js';
import { byProject } from './hits.js';
import { type FreeNames } from './options.js';
import { unusedNames } from './unused-names.js';

const CLASSES: ReadonlySet<DeclaredKind> = new Set<DeclaredKind>(['class']);

/** Finds classes that nothing uses. @param isRun whether the classes of a file are run from outside; absent if none are. */
export function unusedClasses(isRun?: (file: FileFacts) => boolean): ProjectFinder<FreeNames> {
  return byProject((file, project, { free }: FreeNames): readonly ProjectHit[] =>
    (isRun?.(file) === true ? [] : unusedNames(file, project, CLASSES, free)));
}
