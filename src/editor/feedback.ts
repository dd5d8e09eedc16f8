import type { Diagnostic } from 'vscode-languageserver';
import path from 'node:path';
import type { Problem } from '../core/model/problem.js';
import { diagnosticsOf } from './diagnostics.js';
import type { Documents, FileDocument } from './documents.js';
import { problemDiagnostics } from './problem-diagnostics.js';
import { remarkDiagnostics } from './remarks.js';
import type { EditorProject } from './project.js';

/** How diagnostics reach the client. */
interface Client {
  readonly publish: (uri: string, version: number | null, diagnostics: Diagnostic[]) => void;
  /** Asks the client to ask again for all that may have changed. */
  readonly refresh: () => void;
  /** Whether the client asks for diagnostics itself, so that none are sent. */
  readonly pulls: boolean;
}

/** How long to wait for the next key in a file that decides about others, in milliseconds. */
const TOGETHER = 50;

/** How long nobody has typed in a layer file before what needs all of the project is told, in milliseconds. */
const QUIET = 300;

/**
 * The same in code, which changes nothing but the number of findings beside rulings: who pauses a moment must not wait for that.
 */
const LONG_QUIET = 2_000;

/** Keeps the client's diagnostics as they should be: one look at a document at a time, and only the latest counts. */
export class Feedback {
  private readonly waiting = new Map<EditorProject, NodeJS.Timeout>();
  private readonly resting = new Map<EditorProject, NodeJS.Timeout>();
  /** The looks at all documents of a project that are going on. */
  private readonly looking = new Map<EditorProject, Promise<unknown>>();
  /** Projects of which not all mistakes have been told since a layer file has changed. */
  private readonly renewed = new Set<EditorProject>();
  private readonly running = new Map<string, AbortController>();
  /** Files with mistakes that the client was told of without having them open, by project. */
  private readonly told = new Map<EditorProject, Set<string>>();

  constructor(private readonly documents: Documents, private readonly client: Client) {}

  /** A document is another one now: looks at it and, if it decides about others, at all of its project. */
  changed(own: FileDocument): void {
    if (!own.project.isConfiguration(own.file)) {
      void this.look(own);
      this.whenQuiet(own.project);
      return;
    }
    // All of the project has to be looked at: not for every key of a word.
    clearTimeout(this.waiting.get(own.project));
    this.waiting.set(own.project, setTimeout(() => this.renew(own.project), TOGETHER));
  }

  /** Looks at all open documents of a project anew. */
  renew(project: EditorProject): void {
    this.client.refresh();
    this.renewed.add(project);
    this.looking.set(project, Promise.allSettled(this.documents.of(project).map((own) => this.look(own))));
    this.whenQuiet(project);
  }

  /**
   * Once nobody types, tells what needs all of the project, which takes a while in a large one: mistakes in files that are not
   * open, `doctor`'s remarks, and what stands beside rulings.
   */
  private whenQuiet(project: EditorProject): void {
    clearTimeout(this.resting.get(project));
    this.resting.set(
      project,
      setTimeout(() => void this.tellAll(project), this.renewed.has(project) || project.learning.turn === 0 ? QUIET : LONG_QUIET),
    );
  }

  private async tellAll(project: EditorProject): Promise<void> {
    // What is seen comes first.
    await this.looking.get(project);
    const isRenewed = this.renewed.delete(project);
    if (isRenewed) this.tellProblems(project, project.problems());
    // What is known only by the whole project may be another thing for each open document.
    if (await project.learning.learn()) this.lookAgain(project);
    const configuration = this.configurationOf(project);
    if (configuration.length === 0) return;
    if (isRenewed) await project.remarks();
    this.client.refresh();
    if (isRenewed) for (const own of configuration) void this.look(own);
  }

  private lookAgain(project: EditorProject): void {
    this.client.refresh();
    for (const own of this.documents.of(project)) void this.look(own);
  }

  private configurationOf(project: EditorProject): readonly FileDocument[] {
    return this.documents.of(project).filter(({ file }) => project.isConfiguration(file));
  }

  /** A document is no longer open. */
  closed({ document: { uri }, file, project }: FileDocument): void {
    this.running.get(uri)?.abort();
    this.running.delete(uri);
    if (!this.client.pulls) this.client.publish(uri, null, []);
    if (project.isConfiguration(file)) this.renew(project);
  }

  /** The diagnostics of a document as it is. @throws the signal's reason if it is aborted. */
  async diagnosticsFor({ document, file, project }: FileDocument, signal?: AbortSignal): Promise<Diagnostic[]> {
    const { file: checked, report, problems } = await project.look(file, false, signal);
    const own = path.relative(project.root, file).split(path.sep).join('/');
    return [
      ...problemDiagnostics(problems.filter((problem) => problem.file === own), document.positions),
      ...(project.isConfiguration(file)
        ? remarkDiagnostics(project.knownRemarks().filter((remark) => remark.file === own), document.positions)
        : []),
      ...(checked === null || report === null ? [] : diagnosticsOf(checked, report.catalog, document.positions, project.uris)),
    ];
  }

  private async look(own: FileDocument): Promise<void> {
    if (this.client.pulls) return;
    const { document: { uri, version } } = own;
    this.running.get(uri)?.abort();
    const controller = new AbortController();
    this.running.set(uri, controller);
    try {
      const diagnostics = await this.diagnosticsFor(own, controller.signal);
      if (!controller.signal.aborted) this.client.publish(uri, version, diagnostics);
    } catch (error) {
      if (!controller.signal.aborted) throw error;
    }
  }

  /** Tells mistakes in layer files that are not open: nobody would see why nothing is found any more. */
  private tellProblems(project: EditorProject, problems: readonly Problem[]): void {
    const open = new Set(this.documents.of(project).map(({ file }) => file));
    const files = new Map<string, Problem[]>();
    for (const problem of problems) files.set(problem.file, [...files.get(problem.file) ?? [], problem]);
    const before = this.told.get(project) ?? new Set();
    const now = new Set([...files.keys()].filter((file) => !open.has(path.join(project.root, file))));
    for (const file of before) {
      if (!now.has(file) && !open.has(path.join(project.root, file))) this.client.publish(project.uris.of(file), null, []);
    }
    for (const file of now) this.client.publish(project.uris.of(file), null, problemDiagnostics(files.get(file) ?? [], null));
    this.told.set(project, now);
  }
}
