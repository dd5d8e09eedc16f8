import type { FactImport, FileFacts } from '../../facts/facts.js';
import type { Target } from '../../facts/family.js';
import { joined } from '../../facts/paths.js';
import type { ProjectFacts } from '../../facts/project.js';
import { filesByTail } from '../../facts/tails.js';

/** Where an include of C and C++ leads. */
export function includeTarget(project: ProjectFacts, { path: from }: FileFacts, { module: written }: FactImport): Target {
  const beside = joined(from, written);
  const file = beside === null ? undefined : project.at(beside);
  if (file !== undefined) return { files: [file] };
  // The compiler is told other directories.
  const files = filesByTail(project, written.replace(/^(?:\.{1,2}\/)+/, ''), 'c');
  return files.length === 0 ? 'elsewhere' : { files };
}
