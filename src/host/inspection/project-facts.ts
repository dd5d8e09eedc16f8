import type { Facts } from '../../core/facts/facts.js';
import type { ProjectFindings } from '../../core/inspect/project-findings.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import type { CheckedFile } from '../../core/model/scope.js';
import { originOf } from '../memory/memory-keys.js';
import type { RememberedFacts } from '../memory/session-memory.js';
import type { Watch } from '../files/watch.js';
import { inspectInParallel } from './inspect-in-parallel.js';
import { FactsOfBefore, FactsOfNow } from '../memory/remembered-facts.js';
import { FindingMemory, type FindingMemories } from '../memory/finding-memory.js';
import type { InspectedFile, InspectionQuestion } from '../questions/inspection-question.js';

/** How the facts of files are read. */
export interface FactsContext {
  /** What is remembered of files. */
  readonly memory: FindingMemories;
  readonly watch: Watch;
  /** Stops the work between two files. */
  readonly signal?: AbortSignal | undefined;
}

/** The facts of all files in scope, in its order, and what was found on the way in files of the question, by path. */
interface ReadFacts {
  readonly files: readonly KnownFile[];
  readonly found: ReadonlyMap<string, InspectedFile>;
}

/** A file and its facts. */
export interface KnownFile {
  readonly path: string;
  readonly facts: RememberedFacts;
}

/** What only the whole project says of a file of the question, once the facts of all files are known. */
export type FindByProject = (path: string, files: readonly KnownFile[]) => ProjectFindings | null;

/** The set without a name, in which no rule is on. */
const NO_RULES: RuleSet = { id: '', rules: new Map() };

/**
 * Reads the facts of all files in scope: those that are kept, and those of files that are looked at now. A file of the question
 * is inspected at the same time; if it is the only one, by what the whole project says of it, too.
 * @param all that is in scope.
 */
export async function readFacts(
  question: InspectionQuestion,
  all: InspectionQuestion,
  catalog: Catalog,
  find: FindByProject,
  { memory, watch, signal }: FactsContext,
): Promise<ReadFacts> {
  const facts = new Map<string, RememberedFacts>();
  const knownFacts = ({ path, language }: CheckedFile, document: string | null): RememberedFacts | undefined => {
    const now = memory.session.factsOf(path, { origin, language, document });
    const kept = now !== undefined || document !== null ? undefined : memory.disk?.factsOf(path, language, origin);
    if (kept === undefined) return now;
    const before = new FactsOfBefore(path, kept, language, origin);
    memory.session.putFacts(path, before, generation);
    return before;
  };
  const unknown: CheckedFile[] = [];
  memory.disk?.begin();
  const generation = memory.session.generation;
  const origin = originOf(all.settings);
  for (const file of all.files) {
    const known = knownFacts(file, documentOf(file.path, all));
    if (known === undefined) unknown.push({ path: file.path, language: file.language });
    else facts.set(file.path, known);
  }
  const wanted = new Set(unknown.map(({ path }) => path));
  const own = question.files.filter(({ path }) => wanted.has(path));
  for (const { path } of own) wanted.delete(path);
  const others = unknown.filter(({ path }) => wanted.has(path)).map((file) => ({ ...file, set: 0 }));
  const found = new Map<string, InspectedFile>();
  const files = (): KnownFile[] => all.files.map(({ path }) => ({ path, facts: facts.get(path) as RememberedFacts }));
  const keep = (file: CheckedFile, data: Facts | null): void => {
    const seen = new FactsOfNow(file, data, { origin, language: file.language, document: documentOf(file.path, all) });
    facts.set(file.path, seen);
    memory.session.putFacts(file.path, seen, generation);
  };
  // The outcome of a look for facts alone has a key that no rules ask for.
  for (const look of [
    { ...all, sets: [NO_RULES], houseRules: [], foreignRules: [], wantsRepairs: false, files: others },
    { ...question, files: own },
  ]) {
    if (look.files.length === 0) continue;
    const isOnly = look.files === own && own.length === 1;
    const remembered = FindingMemory.of(look, catalog, memory, true);
    const learn = (index: number, data: Facts): ProjectFindings | null => {
      const file = look.files[index] as CheckedFile;
      keep(file, data);
      return find(file.path, files());
    };
    const asked = { ...look, wantsVersions: remembered?.wantsVersions === true, wantsFacts: true };
    for (const one of await inspectInParallel(asked, watch, signal, isOnly ? learn : undefined)) {
      const file = look.files[one.index] as CheckedFile;
      if (!isOnly || one.facts === null) keep(file, one.facts);
      // With what the whole project tells, the outcome is not that of the file alone.
      if (!isOnly) remembered?.put(one.index, one);
      if (look.files === own) found.set(file.path, one);
    }
  }
  return { files: files(), found };
}

/** A text that identifies what is read instead of a file. */
function documentOf(path: string, { documents }: InspectionQuestion): string | null {
  if (!Object.hasOwn(documents, path)) return null;
  const document = documents[path];
  // What cannot be read contributes what an empty file does.
  if (typeof document === 'string' || document === undefined) return document ?? '';
  return 'object' in document ? `object ${document.object}` : '';
}
