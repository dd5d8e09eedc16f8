import type { FactImport, FileFacts } from '../../facts/facts.js';
import type { Target } from '../../facts/family.js';
import { joined } from '../../facts/paths.js';
import type { ProjectFacts } from '../../facts/project.js';
import { stepsFrom, type ImportPlaces } from '../../syntax/import-places.js';
import type { Import } from '../../syntax/language-syntax.js';
import type { SyntaxTree } from '../../syntax/node.js';
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

/** The includes of the project's own files, which are named in quotation marks. */
export function includesIn(tree: SyntaxTree): Import[] {
  return tree.ofType('preproc_include').flatMap((include) => {
    const node = include.child('path');
    return node?.type === 'string_literal' ? [{ module: node.text.slice(1, -1), node }] : [];
  });
}

/** An include leads beside the file, or to one of the directories that the compiler is told. */
export function placesOfInclude(module: string, own: readonly string[]): ImportPlaces {
  const [beside, inRoot] = [stepsFrom(own, module), stepsFrom([], module)];
  return module.startsWith('.')
    ? { certain: beside === null ? [] : [beside], likely: [] }
    : { certain: [], likely: [beside, inRoot].flatMap((steps) => (steps === null ? [] : [steps])) };
}
