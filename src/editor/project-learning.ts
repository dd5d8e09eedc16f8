import { LayerError, UsageError } from '../host/files/errors.js';
import { hasAtMost } from '../host/files/count-files.js';
import { learnProject } from '../host/session/knowing-question.js';
import type { Workspace } from '../host/workspace.js';
import type { ProjectState } from '../host/questions/check-question.js';

/** Up to this many files, whatever they are, each answer is by the project as it is at that moment. */
const FEW_FILES = 500;

/** With more files than this, whatever they are, only a check of all of it tells what only the whole project knows. */
const TOO_MANY_FILES = 10_000;

/** With more files than this, the whole project is checked only when somebody asks for it. */
export const MOST_FILES = 3_000;

/** A project, as far as it matters for how much of it is known. */
interface LearnedProject {
  readonly workspace: () => Workspace;
  /** A text that is another one whenever any answer may be. */
  readonly state: () => string;
  /** A text that is another one whenever the rules of any file may be. */
  readonly decisiveState: () => string;
}

/**
 * What only the whole project tells of open documents: read at once in a small one, in a larger one when nobody types, in a huge
 * one when all of it is checked.
 */
export class ProjectLearning {
  private sized: { readonly about: string; readonly isSmall: boolean } | null = null;
  private learned = 0;
  private learnedAbout = '';

  constructor(private readonly project: LearnedProject) {}

  /** Changes whenever answers may be other ones because more is known. */
  get turn(): number {
    return this.learned;
  }

  /** By which state of the project a document is judged while somebody types. */
  get by(): ProjectState {
    return this.isSmall() ? 'now' : 'before';
  }

  /**
   * Reads the whole project, unless it has been read as it is, or is too large.
   * @returns whether answers may be other ones now.
   */
  async learn(): Promise<boolean> {
    try {
      const about = this.project.state();
      const { session } = this.project.workspace();
      if (about === this.learnedAbout || !hasAtMost(TOO_MANY_FILES, session.root)) return false;
      if (!this.isSmall()) await learnProject(session);
      this.learnedAbout = about;
      this.learned += 1;
      return true;
    } catch (error) {
      if (error instanceof LayerError || error instanceof UsageError) return false;
      throw error;
    }
  }

  private isSmall(): boolean {
    const about = this.project.decisiveState();
    if (this.sized?.about !== about) this.sized = { about, isSmall: hasAtMost(FEW_FILES, this.project.workspace().root) };
    return this.sized.isSmall;
  }
}
