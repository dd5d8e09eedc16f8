import type { Catalog } from '../../core/catalog/catalog.js';
import type { FileFindings } from '../../core/findings/file-findings.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import type { LanguageId } from '../../core/base/language.js';
import { buildId, MemoryKeys, originOf } from './memory-keys.js';
import { contentDigest } from '../files/digests.js';
import { FACTS_ALONE, type DiskMemory, type LatestLook } from './disk-memory.js';
import type { SessionMemory } from './session-memory.js';
import type { SkippedReading } from '../files/source-file.js';
import { isLasting } from './lasting.js';
import type { InspectedFile, InspectionQuestion } from '../questions/inspection-question.js';

/** The memories of what was found in the files of a project: one of earlier runs, one of this session. */
export interface FindingMemories {
  /** What earlier runs have found; null to do without, and to leave nothing for later runs. */
  readonly disk: DiskMemory | null;
  /** What has not changed since this session has found it. */
  readonly session: SessionMemory;
}

/** What is remembered of the files of a question. */
export class FindingMemory {
  private readonly keys: MemoryKeys;
  private readonly own: ReadonlySet<string>;
  private readonly generation: number;

  private constructor(
    private readonly question: InspectionQuestion,
    private readonly disk: DiskMemory | null,
    private readonly session: SessionMemory,
    catalog: Catalog,
    build: string,
  ) {
    const { houseRules, terms: { needsReasons }, settings, ownFiles } = question;
    this.keys = new MemoryKeys({ catalog, houseRules, needsReasons, settings }, build);
    this.own = new Set(ownFiles);
    this.generation = session.generation;
  }

  /** Null if the build of Elvar is not known. @param hasAsked whether this run has already asked the disk about files. */
  static of(
    question: InspectionQuestion, catalog: Catalog, { disk, session }: FindingMemories, hasAsked = false,
  ): FindingMemory | null {
    const build = buildId();
    if (build === null) return null;
    if (!hasAsked) disk?.begin();
    return new FindingMemory(question, disk, session, catalog, build);
  }

  /** Whether anybody needs the versions of the files that are read. */
  get wantsVersions(): boolean {
    return this.disk !== null;
  }

  /** What was found in a file of the question; null if that is not known. */
  find(index: number): FileFindings | SkippedReading | null {
    const { path, language, set } = this.fileAt(index);
    const rules = this.question.sets[set] as RuleSet;
    if (Object.hasOwn(this.question.documents, path)) return null;
    const key = this.keyFor(path, rules, language);
    const { today } = this.question.terms;
    const known = this.session.find(path, key, today);
    if (known !== null && this.isEnough(known)) return known;
    const found = this.disk?.find(path, key, today) ?? null;
    if (found === null || !this.isEnough(found.data)) return null;
    this.session.put(path, { key, today: found.today, outcome: found.data }, this.generation);
    return found.data;
  }

  /** What was last found in a file of the question, and what has changed since; null if nothing is known. */
  latest(index: number): { readonly look: LatestLook; readonly changed: 'file' | 'rules' | 'day' | null } | null {
    const { path, language, set } = this.fileAt(index);
    const key = this.keyFor(path, this.question.sets[set] as RuleSet, language);
    const look = this.disk?.latest(path, (other) => withoutProject(other) === withoutProject(key)) ?? null;
    if (look === null) return null;
    const isOfToday = look.today === null || look.today === this.question.terms.today;
    return {
      look,
      changed: look.isChanged ? 'file' : withoutProject(look.key) !== withoutProject(key) ? 'rules' : isOfToday ? null : 'day',
    };
  }

  /** Remembers what was found in a file, unless another run might find something else. */
  put(index: number, { outcome, version, facts }: Omit<InspectedFile, 'index'>): void {
    const { path, language, set } = this.fileAt(index);
    if (!isLasting(outcome) || Object.hasOwn(this.question.documents, path)) return;
    // Waivers that end some day hold on this one.
    const today = 'waivers' in outcome && outcome.waivers.some(({ until }) => until !== null) ? this.question.terms.today : null;
    const rules = this.question.sets[set] as RuleSet;
    const key = this.keyFor(path, rules, language);
    if (version !== null) {
      this.disk?.put({ path, key, ...version, today, data: outcome, facts, origin: originOf(this.question.settings) });
    }
    this.session.put(path, { key, today, outcome }, this.generation);
  }

  /** Writes what is new. */
  save(): void {
    this.disk?.save();
  }

  /** The part of a key for what other programs found in a file, and for what only the whole project tells of it. */
  private keyFor(path: string, rules: RuleSet, language: LanguageId): string {
    const key = `${rules.id === '' ? FACTS_ALONE : ''}${this.keys.keyFor(rules, language, this.own.has(path))}`;
    const foreign = this.question.foreign.get(path);
    const byProject = this.question.byProject.get(path);
    const own = foreign === undefined ? key : `${key} ${contentDigest(Buffer.from(foreign))}`;
    return byProject === undefined ? own : `${own}${PROJECT}${contentDigest(Buffer.from(byProject))}`;
  }

  /** Whether a remembered outcome answers all that the question asks. */
  private isEnough(outcome: FileFindings | SkippedReading): boolean {
    return !this.question.wantsRepairs || 'skipped' in outcome || outcome.repairs !== null;
  }

  private fileAt(index: number): InspectionQuestion['files'][number] {
    return this.question.files[index] as InspectionQuestion['files'][number];
  }
}

/** Separates the part of a key that is about the whole project. */
const PROJECT = ' project ';

/** A question that leaves the project out cannot tell whether it has changed. */
function withoutProject(key: string): string {
  return key.split(PROJECT, 1)[0] as string;
}
