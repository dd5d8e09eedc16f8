import { isImported, type FactImport, type FileFacts } from '../../facts/facts.js';
import type { Target } from '../../facts/family.js';
import type { ProjectFacts } from '../../facts/project.js';
import { filesByTail } from '../../facts/tails.js';

/** Where an import leads: The Python Language Reference, sections 5.3 and 5.7. */
export function pythonTarget(project: ProjectFacts, { path: from }: FileFacts, taken: FactImport): Target {
  const [, dots = '', rest = ''] = /^(\.*)(.*)$/.exec(taken.module) ?? [];
  const steps = rest === '' ? [] : rest.split('.');
  if (dots === '') {
    const files = filesByTail(project, steps.join('/'), 'python');
    return files.length === 0 ? 'elsewhere' : { files };
  }
  const around = from.split('/').slice(0, -dots.length);
  if (dots.length > from.split('/').length) return 'elsewhere';
  const path = [...around, ...steps].join('/');
  const file = project.at(`${path}.py`) ?? project.at(`${path}/__init__.py`)
    ?? project.at(`${path}.pyi`) ?? project.at(`${path}/__init__.pyi`) ?? (path === '' ? project.at('__init__.py') : undefined);
  if (file !== undefined) return { files: [file] };
  // A directory without __init__.py is a package all the same.
  const isDirectory = steps.length === 0 || project.hasDirectory(path);
  return isImported(taken, 'maybe') || isDirectory || project.isUnknown(path) ? 'elsewhere' : 'missing';
}
