import path from 'node:path';
import { withBreakingLines } from '../core/doctor/expectations.js';
import type { Diagnosis } from '../core/doctor/diagnosis.js';
import type { CheckedSource, CheckReport } from '../core/inspect/check-report.js';
import type { Catalog } from '../core/catalog/catalog.js';
import { CATALOG } from '../core/catalog/registry.js';
import type { ResolveReport } from '../core/cascade/resolve-report.js';
import type { Problem } from '../core/model/problem.js';
import { LayerError, UsageError } from '../host/files/errors.js';
import { overlayOf } from '../host/files/overlay.js';
import { LAYER_FILE, LEDGER_FILE, LOCK_FILE } from '../host/files/own-files.js';
import { openWorkspace, type Workspace } from '../host/workspace.js';
import { localDate, type WorkspaceOptions } from '../host/layers/run-settings.js';
import { filesOnDisk } from '../host/files/project-files.js';
import { relativeTo } from '../host/files/target-path.js';
import { statsAt } from '../host/files/stats.js';
import { MOST_FILES, ProjectLearning } from './project-learning.js';
import { Uris } from './uris.js';

/** What is known of one file of a project. */
export interface FileAnswer {
  /** Null if it is not checked, or a layer file is wrong and never was right. */
  readonly file: CheckedSource | null;
  readonly report: CheckReport | null;
  /** What is wrong with layer files; the answer then is by what they said before. */
  readonly problems: readonly Problem[];
  /** Where it was asked: what was right before, while a layer file is wrong. */
  readonly workspace: Workspace;
}

/** Names of files that decide about others, wherever they lie. */
const CONFIGURATION = new Set([LAYER_FILE, LEDGER_FILE, LOCK_FILE, '.elvarignore', '.gitignore']);

/** A project with documents that are open in the editor. */
// elvar waive size/class-members because each question of the editor is a method
export class EditorProject {
  readonly uris: Uris;
  /** The open documents that decide about others, as they were when all was right. */
  private good = new Map<string, string>();
  /** The same, as they are now. */
  private readonly deciding = new Map<string, string>();

  /** The last answer about each file, with what it is about: several questions follow one keystroke. */
  private readonly answers = new Map<string, { readonly about: string; readonly answer: Promise<FileAnswer> }>();
  /** Change with each text of a file, and with all that may change every answer. */
  private readonly versions = new Map<string, number>();
  private generation = 0;
  /** The last check of everything, with what it is about. */
  private whole: { readonly about: string; readonly report: Promise<CheckReport | null> } | null = null;
  /** What only the whole project tells. */
  readonly learning = new ProjectLearning(
    { workspace: () => this.workspace, state: () => this.state(), decisiveState: () => this.decisiveState() },
  );
  /** What `doctor` last had to say, with what it is about. */
  private remarked: {
    readonly about: string;
    readonly all: Promise<readonly Diagnosis[]>;
    readonly known: readonly Diagnosis[] | null;
  } | null = null;

  /**
   * @param opened its workspace on the day that it was opened.
   * @param day the day that decides what has expired, as YYYY-MM-DD.
   */
  private constructor(private opened: Workspace, private readonly day: () => string) {
    this.uris = new Uris(opened.root);
  }

  /** The project around a directory. @throws UsageError if there is no such directory. */
  static around(directory: string, options: WorkspaceOptions): EditorProject {
    const { today } = options;
    return new EditorProject(
      openWorkspace({ ...options, directory }, true), today === undefined ? () => localDate(new Date()) : () => today,
    );
  }

  get root(): string {
    return this.opened.root;
  }

  /** The project as it is today: an editor may stay open for weeks. */
  get workspace(): Workspace {
    const today = this.day();
    if (today !== this.opened.session.today) {
      this.opened = this.opened.trial({ today });
      this.generation += 1;
    }
    return this.opened;
  }

  /** A path relative to the root, as an absolute one. */
  pathOf(own: string): string {
    return path.join(this.root, own);
  }

  /**
   * The names in a directory of the project, directories first; none if it is outside, or is no directory.
   * @param directory absolute.
   */
  namesIn(directory: string): readonly { readonly name: string; readonly isDirectory: boolean }[] {
    const reading = relativeTo(this.root, directory) === directory
      ? { failed: 'outside' }
      : filesOnDisk().disk.entriesOf(directory);
    const names = 'failed' in reading ? [] : reading.entries.filter(({ name }) => name !== '.git' && name !== '.elvarignore')
      .map(({ name, kind }) => ({ name, isDirectory: kind === 'directory' }));
    return names.sort((a, b) => Number(b.isDirectory) - Number(a.isDirectory));
  }

  /** Whether a file decides about others, so that all answers may change with it. */
  isConfiguration(file: string): boolean {
    return CONFIGURATION.has(path.basename(file))
      || this.workspace.session.isDecisive(file) || this.deciding.has(file) || /\.ya?ml$/.test(file) && isNew(file);
  }

  /** Reads a text instead of a file from now on; with null, the file on the disk again. */
  open(file: string, text: string | null): void {
    const isDecisive = this.isConfiguration(file);
    this.workspace.session.open(file, text);
    this.versions.set(file, (this.versions.get(file) ?? 0) + 1);
    if (isDecisive) this.generation += 1;
    if (text === null) this.deciding.delete(file);
    else if (isDecisive) this.deciding.set(file, text);
  }

  /** Forgets what was read of a file. */
  forget(file: string): void {
    this.generation += 1;
    this.workspace.session.forget(file);
  }

  /**
   * What is found in one file, by the layer files as they are or, while one is wrong, as they last were right.
   * @throws the signal's reason if it is aborted.
   */
  look(file: string, repairs: boolean, signal?: AbortSignal): Promise<FileAnswer> {
    const about =
      `${this.workspace.session.today} ${this.generation} ${this.learning.turn} ${this.versions.get(file) ?? 0} ${repairs}`;
    const known = this.answers.get(file);
    if (known?.about === about) {
      // Who asked first may have lost interest: that ends it for nobody else.
      return known.answer.catch((error: unknown) => {
        if (signal?.aborted === true) throw error;
        return this.lookNow(file, repairs, signal);
      });
    }
    const answer = this.lookNow(file, repairs, signal);
    this.answers.set(file, { about, answer });
    // What was aborted, or went wrong, is no answer for the next question.
    answer.catch(() => {
      if (this.answers.get(file)?.answer === answer) this.answers.delete(file);
    });
    return answer;
  }

  /**
   * What is found in the whole project as it is, open documents included; null while a layer file is wrong, or if it is not
   * known.
   * @param looks whether to look, if it is not known.
   */
  everything(looks: boolean): Promise<CheckReport | null> {
    const about = this.state();
    if (this.whole?.about === about) return this.whole.report;
    if (!looks) return Promise.resolve(null);
    const report = this.workspace.check().catch((error: unknown) => {
      if (error instanceof LayerError || error instanceof UsageError) return null;
      throw error;
    });
    this.whole = { about, report };
    return report;
  }

  /**
   * What `doctor` says of the project, open documents included, as long as nothing about the configuration changes; nothing while
   * a layer file is wrong, and in large projects until all of it was checked.
   */
  remarks(): Promise<readonly Diagnosis[]> {
    const about = this.decisiveState();
    if (this.remarked?.about === about) return this.remarked.all;
    const remarked = { about, all: this.remarksNow(), known: null as readonly Diagnosis[] | null };
    this.remarked = remarked;
    void remarked.all.then((all) => { remarked.known = all; }, () => { if (this.remarked === remarked) this.remarked = null; });
    return remarked.all;
  }

  /** The same, if it is known already. */
  knownRemarks(): readonly Diagnosis[] {
    return this.remarked?.about === this.decisiveState() ? this.remarked.known ?? [] : [];
  }

  private async remarksNow(): Promise<readonly Diagnosis[]> {
    try {
      const { files } = this.workspace.resolve();
      const checked = await this.everything(files.length <= MOST_FILES);
      return checked === null ? [] : withBreakingLines((await this.workspace.doctor(checked)).diagnoses);
    } catch (error) {
      if (error instanceof LayerError || error instanceof UsageError) return [];
      throw error;
    }
  }

  /** Somebody has checked the whole project as it is. */
  keep(report: CheckReport): void {
    this.whole = { about: this.state(), report: Promise.resolve(report) };
    this.remarked = null;
  }

  /** A text that is another one whenever the rules of any file may be. */
  private decisiveState(): string {
    return `${this.workspace.session.today} ${this.generation}`;
  }

  /** A text that is another one whenever any answer may be. */
  private state(): string {
    return `${this.decisiveState()} ${[...this.versions.values()].reduce((sum, version) => sum + version, 0)}`;
  }

  private async lookNow(file: string, repairs: boolean, signal?: AbortSignal): Promise<FileAnswer> {
    try {
      const report = await this.workspace.check([file], { signal, repairs, by: this.learning.by });
      this.good = new Map(this.deciding);
      return { file: report.files[0] ?? null, report, problems: [], workspace: this.workspace };
    } catch (error) {
      if (error instanceof UsageError) return { file: null, report: null, problems: [], workspace: this.workspace };
      if (!(error instanceof LayerError)) throw error;
      return this.lookAsBefore(file, error.problems, repairs, signal);
    }
  }

  private async lookAsBefore(
    file: string, problems: readonly Problem[], repairs: boolean, signal?: AbortSignal,
  ): Promise<FileAnswer> {
    const workspace = this.workspace.trial({ overlay: overlayOf(this.good) });
    try {
      const report = await workspace.check([file], { signal, repairs });
      return { file: report.files[0] ?? null, report, problems, workspace };
    } catch (error) {
      if (!(error instanceof LayerError || error instanceof UsageError)) throw error;
      return { file: null, report: null, problems, workspace };
    }
  }

  /**
   * The rules of all files, by the layer files as they are or, while one is wrong, as they last were right; null if they never
   * were.
   */
  resolve(): ResolveReport | null {
    return this.whileRight((workspace) => workspace.resolve());
  }

  /** The rules that there are; Elvar's own, if a layer file is wrong and never was right. */
  catalog(): Catalog {
    return this.whileRight((workspace) => workspace.catalog().catalog) ?? CATALOG;
  }

  /** Asks the layer files as they are and, where one is wrong, as they last were right. */
  private whileRight<Answer>(ask: (workspace: Workspace) => Answer): Answer | null {
    for (const workspace of [this.workspace, this.workspace.trial({ overlay: overlayOf(this.good) })]) {
      try {
        return ask(workspace);
      } catch (error) {
        if (!(error instanceof LayerError || error instanceof UsageError)) throw error;
      }
    }
    return null;
  }

  /** What is wrong with the layer files of the project, as they are. */
  problems(): readonly Problem[] {
    try {
      this.workspace.resolve();
      this.good = new Map(this.deciding);
      return [];
    } catch (error) {
      if (error instanceof LayerError) return error.problems;
      if (error instanceof UsageError) return [];
      throw error;
    }
  }
}

/** Whether a file is nowhere but in the editor. */
function isNew(file: string): boolean {
  return statsAt(file) === undefined;
}
