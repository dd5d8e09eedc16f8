import path from 'node:path';
import type { IntakeDeclaration } from '../../core/model/layer.js';
import { compilePatternLines } from '../../core/patterns/pattern-lines.js';
import { PatternList } from '../../core/patterns/pattern-list.js';
import type { ProjectFiles } from '../files/project-files.js';
import type { IntakeSource } from './intake-source.js';

/** The logs that a layer file takes in: those its patterns match, and for a pattern without a match one that is missing. */
export function declaredSources(declarations: readonly IntakeDeclaration[], root: string, files: ProjectFiles): IntakeSource[] {
  return declarations.flatMap(({ read, as: { value: concern }, required }) => {
    const matching = isPattern(read.value) ? matchingFiles(PatternList.of(compilePatternLines([read])), root, '', files) : [];
    const names = matching.length === 0 ? [read.value] : matching;
    return names.map(
      (name): IntakeSource => ({ concern, file: path.join(root, name), name, required, mayLeave: false, place: read.place }),
    );
  });
}

/** Without a wildcard it is the path of one file, wherever a pattern of that name would match. */
function isPattern(text: string): boolean {
  return /[*?[\\]|\/$/.test(text);
}

/**
 * The files below a directory that are in the list, in the order of their paths. Builds are often excluded from the tree, so
 * ignore files do not count; links are not followed.
 */
function matchingFiles(list: PatternList, root: string, directory: string, files: ProjectFiles): string[] {
  if (list.isDead) return [];
  const reading = files.disk.entriesOf(path.join(root, directory));
  if ('failed' in reading) return [];
  return reading.entries.flatMap(({ name, kind }) => {
    const own = directory === '' ? name : `${directory}/${name}`;
    if (kind === 'directory') return name === '.git' ? [] : matchingFiles(list.descend(name), root, own, files);
    return kind === 'file' && list.covers(name) ? [own] : [];
  });
}
