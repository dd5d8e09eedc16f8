import { joined } from '../../facts/paths.js';
import type { FactImport, FileFacts } from '../../facts/facts.js';
import type { Target } from '../../facts/family.js';
import type { ProjectFacts } from '../../facts/project.js';
import { scriptFile } from '../../facts/script-files.js';

/** Where an import of a script leads. What is not written as a path is a package. */
export function scriptTarget(project: ProjectFacts, { path: from }: FileFacts, { module: written }: FactImport): Target {
  if (!/^\.{1,2}(?:\/|$)/.test(written)) return 'elsewhere';
  const path = joined(from, written.replace(/[?#].*$/, ''));
  if (path === null) return 'elsewhere';
  const found = scriptFile(project, path);
  if (found !== undefined) return { files: [found] };
  // The manifest of a directory says what it stands for.
  if (project.at(`${path.replace(/\/$/, '')}${path === '' ? '' : '/'}package.json`) !== undefined) return 'elsewhere';
  // What is made by a build, or is no code, may be there.
  return project.isUnknown(path) || project.isUnknown(path.replace(/\.\w+$/, '')) || /\.(?!(?:[cm]?[jt]sx?|json)$)\w+$/.test(path)
    ? 'elsewhere'
    : 'missing';
}
