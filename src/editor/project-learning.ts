import { LayerError, UsageError } from '../host/files/errors.js';
import { knowingJobFor } from '../host/session/knowing-job.js';
import type { ProjectState } from '../host/inspection/know-project.js';
import type { Workspace } from '../host/workspace.js';

/** Up to this many files, each answer is by the project as it is at that moment. */
const FEW_FILES = 300;

/** With more files than this, the whole project is checked only when somebody asks for it. */
export const MOST_FILES = 3_000;

/** A project, as far as it matters for how much of it is known. */
export interface LearnedProject {
  readonly workspace: () => Workspace;
  /** A text that is another one whenever any answer may be. */
  readonly state: () => string;
  /** A text that is another one whenever the rules of any file may be. */
  readonly decisiveState: () => string;
}

/** What only the whole project tells of open documents: read at once in a small one, in a larger one when nobody types, in a huge one when all of it is checked. */
export class ProjectLearning {
  private counted: { readonly about: string; readonly files: number } | null = null;
  private learned = 0;
  private learnedAbout = '';

  constructor(private readonly project: LearnedProject) {}

  /** Changes whenever answers may be other ones because more is known. */
  get turn(): number {
    return this.learned;
  }

  /** By which state of the project a document is judged while somebody types. @throws LayerError if a layer file is wrong. */
  get by(): ProjectState {
    return this.files() <= FEW_FILES ? 'now' : 'before';
  }

  /** Reads the whole project, unless it has been read as it is, or is too large. @returns whether answers may be other ones now. */
  async learn(): Promise<boolean> {
    try {
      const about = this.project.state();
      const files = this.files();
      if (files > MOST_FILES || about === this.learnedAbout) return false;
      if (files > FEW_FILES) await knowingJobFor(this.project.workspace().session, []);
      this.learnedAbout = about;
      this.learned += 1;
      return true;
    } catch (error) {
      if (error instanceof LayerError || error instanceof UsageError) return false;
      throw error;
    }
  }

  private files(): number {
    const about = this.project.decisiveState();
    if (this.counted?.about !== about) this.counted = { about, files: this.project.workspace().resolve().files.length };
    return this.counted.files;
  }
}
