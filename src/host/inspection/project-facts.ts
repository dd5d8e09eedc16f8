import { FileFacts, type Facts } from '../../core/facts/facts.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import type { CheckedFile } from '../../core/model/scope.js';
import type { KnownFacts } from '../cache/outcome-memo.js';
import { checkOf } from '../cache/record.js';
import type { Watch } from '../files/watch.js';
import { inspectInParallel } from './inspect-in-parallel.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';
import { keptDataOf } from './kept-data.js';
import { Remembered, type KnownFindings } from './remembered.js';

/** How the facts of files are read. */
export interface FactsOptions {
  /** What is known of files; null to do without. */
  readonly known: KnownFindings | null;
  readonly watch: Watch;
  /** Ends it between two files. */
  readonly signal?: AbortSignal | undefined;
}

/** The facts of all files in scope, in its order, and what was found on the way in files of the job, by path. */
export interface ReadFacts {
  readonly files: readonly { readonly path: string; readonly facts: KnownFacts }[];
  readonly found: ReadonlyMap<string, InspectedFile>;
}

/** A set of rules in which none is on. */
const NO_RULES: RuleSet = { id: '', rules: new Map() };

/** Reads the facts of all files in scope: those that are kept, and those of files that are looked at now. A file of the job is inspected at the same time. @param all that is in scope. */
export async function readFacts(job: InspectionJob, all: InspectionJob, catalog: Catalog, options: FactsOptions): Promise<ReadFacts> {
  const { known } = options;
  const facts = new Map<string, KnownFacts>();
  const unknown: CheckedFile[] = [];
  known?.cache.begin();
  const generation = known?.memo.generation ?? 0;
  for (const { path, language } of all.files) {
    const own = knownFacts(path, language, documentOf(path, all), known, generation);
    if (own === undefined) unknown.push({ path, language });
    else facts.set(path, own);
  }
  const wanted = new Set(unknown.map(({ path }) => path));
  const own = job.files.filter(({ path }) => wanted.has(path));
  for (const { path } of own) wanted.delete(path);
  const others = unknown.filter(({ path }) => wanted.has(path)).map((file) => ({ ...file, set: 0 }));
  const found = new Map<string, InspectedFile>();
  // What is kept of a file that is looked at for its facts alone is never asked for by any rules.
  for (const look of [{ ...job, files: own }, { ...all, sets: [NO_RULES], houseRules: [], foreignRules: [], wantsRepairs: false, files: others }]) {
    if (look.files.length === 0) continue;
    const remembered = Remembered.of(look, catalog, known, true);
    for (const one of await inspectInParallel({ ...look, wantsVersions: remembered !== null, wantsFacts: true }, options.watch, options.signal)) {
      const file = look.files[one.index] as CheckedFile;
      const seen = seenFacts(file, one.facts, documentOf(file.path, all));
      facts.set(file.path, seen);
      known?.memo.putFacts(file.path, seen, generation);
      const data = keptDataOf(one.outcome);
      if (data !== null) remembered?.put(one.index, one, data);
      if (look.files === own) found.set(file.path, one);
    }
  }
  return { files: all.files.map(({ path }) => ({ path, facts: facts.get(path) as KnownFacts })), found };
}

/** What is open in an editor stands for its file. */
function documentOf(path: string, { documents }: InspectionJob): string | null {
  return Object.hasOwn(documents, path) ? documents[path] as string : null;
}

function knownFacts(path: string, language: string, document: string | null, known: KnownFindings | null, generation: number): KnownFacts | undefined {
  const now = known?.memo.factsOf(path, document);
  if (now !== undefined || document !== null) return now;
  const kept = known?.cache.factsOf(path);
  if (kept === undefined) return undefined;
  let file: FileFacts | null | undefined;
  const facts = {
    check: kept.check,
    document,
    file: () => {
      if (file === undefined) {
        const read = kept.read();
        // Damaged facts have another check sum, so that nothing is remembered of them.
        file = read === null || read === undefined ? null : new FileFacts(path, language, read);
      }
      return file;
    },
  };
  known?.memo.putFacts(path, facts, generation);
  return facts;
}

function seenFacts({ path, language }: CheckedFile, facts: Facts | null, document: string | null): KnownFacts {
  const file = facts === null ? null : new FileFacts(path, language, facts);
  return { check: facts === null ? 0 : checkOf(facts), document, file: () => file };
}
