import { createHash } from 'node:crypto';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { PartQuestion, PartStamp } from '../../core/inspect/part-record.js';
import { buildId } from '../memory/memory-keys.js';
import { askGit } from '../git/git.js';
import type { ProjectListing } from '../project/project.js';

/** What identifies a check of this listing, so that its parts can be told from those of others. */
export function stampOf(
  root: string, { files, settings, needsReasons }: ProjectListing, { rules }: Catalog, question: PartQuestion,
): PartStamp {
  const head = askGit(root, ['rev-parse', '--verify', '--quiet', 'HEAD']);
  // The ids of rule sets hold in one run only.
  const sets = new Map([...new Set(files.map((file) => file.rules.set))].map((set) => [set, digestOf([...set.rules])]));
  const declared = rules.flatMap(({ house, foreign }) => house ?? foreign ?? []);
  return {
    build: buildId(),
    revision: 'out' in head ? head.out.trim() : null,
    rules: digestOf([settings, needsReasons, declared, files.map((file) => sets.get(file.rules.set))]),
    files: digestOf(files.map(({ path, language }) => [path, language])),
    question,
  };
}

function digestOf(value: unknown): string {
  return createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 32);
}
