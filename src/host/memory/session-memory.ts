import type { LanguageId } from '../../core/base/language.js';
import type { FileFacts } from '../../core/facts/facts.js';
import { ProjectFacts } from '../../core/facts/project.js';
import type { FileFindings } from '../../core/findings/file-findings.js';
import type { SkippedReading } from '../files/source-file.js';

/** What was found in a file by one set of rules. */
export interface RememberedOutcome {
  readonly key: string;
  /** The day on which it holds; null if the day makes no difference. */
  readonly today: string | null;
  readonly outcome: FileFindings | SkippedReading;
}

/** What a file contributes to what is known of a project. */
export interface RememberedFacts {
  /** A checksum of the facts: equal facts have equal ones. */
  readonly check: number;
  /** The build of Elvar that found it, and the settings by which it read files. */
  readonly origin: string;
  /** What the file was read as. */
  readonly language: LanguageId;
  /** The text of the document that was read instead of the file; null for the file. */
  readonly document: string | null;
  /** Null if it contributes nothing. Read when it is first asked for. */
  readonly file: () => FileFacts | null;
}

/** What is known of a project besides its files. */
interface ProjectAround {
  /** The paths that are not checked. */
  readonly skipped: readonly string[];
  readonly excludes: (own: string) => boolean;
  /** A text that changes whenever `excludes` may answer otherwise. */
  readonly patterns: string;
}

/**
 * What was found in files that have not changed since. A watcher says what has changed, so the disk is not asked.
 */
export class SessionMemory {
  private readonly outcomes = new Map<string, RememberedOutcome>();
  /** With the text of the document that was read instead of the file; null for the file. */
  private readonly facts = new Map<string, RememberedFacts>();
  private project: ProjectFacts | null = null;
  private projectAround = '';
  /** Counts what has been forgotten: the number at which each path was, and everything. */
  private count = 0;
  private readonly forgotten = new Map<string, number>();
  private allForgotten = 0;

  /** Changes whenever something is forgotten. */
  get generation(): number {
    return this.count;
  }

  /** What was found in a file, if it still holds. */
  find(own: string, key: string, today: string): FileFindings | SkippedReading | null {
    const known = this.outcomes.get(own);
    return known !== undefined && known.key === key && (known.today === null || known.today === today) ? known.outcome : null;
  }

  /**
   * Keeps what was found in a file.
   * @param generation what it was before the file was read: what is forgotten while a file is inspected stays so.
   */
  put(own: string, known: RememberedOutcome, generation: number): void {
    if (this.allForgotten <= generation && !this.isForgottenSince(own, generation)) this.outcomes.set(own, known);
  }

  /** What a file contributes to what is known of the project; undefined if that is not known. */
  factsOf(
    own: string, { origin, language, document }: Pick<RememberedFacts, 'origin' | 'language' | 'document'>,
  ): RememberedFacts | undefined {
    const known = this.facts.get(own);
    return known?.document === document && known.language === language && known.origin === origin ? known : undefined;
  }

  /** Keeps what a file contributes to it, like {@link put}. */
  putFacts(own: string, facts: RememberedFacts, generation: number): void {
    if (this.allForgotten <= generation && !this.isForgottenSince(own, generation)) this.facts.set(own, facts);
  }

  /** The project as it was when all of its files were last known; null if they never were. */
  get latestProject(): ProjectFacts | null {
    return this.project;
  }

  /** The project that files make, the same one as long as they are the same. */
  projectOf(files: readonly FileFacts[], { skipped, excludes, patterns }: ProjectAround): ProjectFacts {
    const around = [...skipped, patterns].join('\0');
    const before = this.project;
    const isSame = before !== null && around === this.projectAround
      && before.files.length === files.length && files.every((file, index) => file === before.files[index]);
    if (before !== null && isSame) return before;
    this.projectAround = around;
    return this.project = new ProjectFacts(files, skipped, excludes);
  }

  /** Whether a file, or a directory around it, has been forgotten. */
  private isForgottenSince(own: string, generation: number): boolean {
    if (this.count === generation) return false;
    for (let end = own.length; end > 0; end = own.lastIndexOf('/', end - 1)) {
      if ((this.forgotten.get(own.slice(0, end)) ?? 0) > generation) return true;
    }
    return false;
  }

  /** Forgets what was found in a file, or below a directory; everything without a path. */
  forget(own: string | null): void {
    this.count += 1;
    if (own === null || own === '') {
      this.outcomes.clear();
      this.facts.clear();
      this.forgotten.clear();
      this.allForgotten = this.count;
      return;
    }
    this.forgotten.set(own, this.count);
    for (const known of [this.outcomes, this.facts]) {
      if (known.delete(own)) continue;
      for (const path of known.keys()) if (path.startsWith(`${own}/`)) known.delete(path);
    }
  }
}
