import type { Connection } from 'vscode-languageserver/node.js';
import type { CheckReport } from '../core/inspect/check-report.js';
import { count } from '../formats/text/words.js';
import { totalsOf } from '../core/inspect/totals.js';
import { NO_WATCH, type Watch } from '../host/files/watch.js';
import { diagnosticsOf } from './diagnostics.js';
import type { Documents } from './documents.js';
import { Positions } from './positions.js';
import type { EditorProject } from './project.js';

/** The files that have been told of in the last check of all of a project. */
const told = new WeakMap<EditorProject, ReadonlySet<string>>();

/** How often progress is told, in milliseconds. */
const PAUSE = 100;

/**
 * Checks all of a project, and shows what is found in files that are not open, too; with progress, until somebody cancels it.
 * @returns what was found in a few words; null if it was cancelled.
 */
export async function checkProject(project: EditorProject, documents: Documents, connection: Connection): Promise<string | null> {
  const progress = await connection.window.createWorkDoneProgress();
  const controller = new AbortController();
  progress.token.onCancellationRequested(() => controller.abort());
  progress.begin('Elvar checks the project', 0, undefined, true);
  try {
    const report = await project.workspace.trial({ watch: watchOf((share, at) => progress.report(share, at)) }).check(
      [], { signal: controller.signal },
    );
    project.keep(report);
    publish(report, project, documents, connection);
    const { error, warning, note, files } = totalsOf(report);
    return `${count(error + warning + note, 'finding')} in ${count(files, 'file')}: ${count(error, 'error')}, `
      + `${count(warning, 'warning')}, ${count(note, 'note')}.`;
  } catch (error) {
    if (controller.signal.aborted) return null;
    throw error;
  } finally {
    progress.done();
  }
}

/** Tells in percent how far a run is. */
function watchOf(tell: (share: number, at: string) => void): Watch {
  let [total, latest] = [0, 0];
  return {
    ...NO_WATCH,
    begins: (_, steps) => { total = steps ?? 0; },
    reaches: (step, at) => {
      if (total === 0 || Date.now() - latest < PAUSE) return;
      latest = Date.now();
      tell(Math.floor((step / total) * 100), at);
    },
  };
}

/** Open documents have diagnostics of their own. */
function publish({ files, catalog }: CheckReport, project: EditorProject, documents: Documents, connection: Connection): void {
  const open = new Set(documents.of(project).map(({ document: { uri } }) => uri));
  const now = new Set<string>();
  for (const file of files) {
    const uri = project.uris.of(file.path);
    if (open.has(uri) || file.findings.all.every(({ excused }) => excused !== null)) continue;
    now.add(uri);
    const positions = new Positions(project.workspace.session.linesOf(file.path).join('\n'), documents.encoding);
    void connection.sendDiagnostics({ uri, diagnostics: diagnosticsOf(file, catalog, positions, project.uris) });
  }
  for (const uri of told.get(project) ?? []) {
    if (!now.has(uri) && !open.has(uri)) void connection.sendDiagnostics({ uri, diagnostics: [] });
  }
  told.set(project, now);
}
