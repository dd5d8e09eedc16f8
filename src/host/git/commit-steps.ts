import type { Commit } from '../../core/history/history-event.js';
import { gitFields } from './git-stream.js';

/** A file that a commit changed, with the object names of its contents; null where there was none. */
export interface ChangedFile {
  /** Relative to the project root. */
  readonly path: string;
  readonly before: string | null;
  readonly after: string | null;
}

/** A commit with what it changed since its first parent. */
export interface CommitStep {
  readonly commit: Commit;
  /** Null for the first commit of a history, or of what a shallow clone has of it. */
  readonly parent: string | null;
  readonly files: readonly ChangedFile[];
}

/** git-log(1), "PRETTY FORMATS": what is told of a commit, then what marks its end. `%aN` respects .mailmap. */
const FORMAT = ['%x01%H', '%P', '%as', '%cs', '%aN', '%s', ''].join('%x00');

/**
 * The commits from one on, along first parents, newest first. Those that changed no file that `patterns` match have no files.
 * @param patterns git's pathspecs, relative to the root; everything if empty.
 * @throws UsageError if git fails.
 */
export async function* firstParents(root: string, from: string, patterns: readonly string[]): AsyncGenerator<CommitStep> {
  // git-log(1): with --first-parent, -m compares merges with their first parents only; --full-history and --sparse keep all
  // commits.
  yield* commitSteps(root, ['--first-parent', '-m', '--sparse'], from, patterns);
}

/**
 * The commits between two that changed files, on whatever branch, newest first; without merges.
 * @param patterns git's pathspecs, relative to the root. @throws UsageError if git fails.
 */
export async function* changesBetween(
  root: string, from: string, to: string, patterns: readonly string[],
): AsyncGenerator<CommitStep> {
  yield* commitSteps(root, ['--no-merges'], `${from}..${to}`, patterns);
}

async function* commitSteps(
  root: string, selection: readonly string[], revisions: string, patterns: readonly string[],
): AsyncGenerator<CommitStep> {
  const fields = gitFields(root, [
    '-c', 'log.showSignature=false', '-c', 'log.showRoot=true', 'log', ...selection, '--full-history', '--raw', '-z',
    '--no-abbrev', '--no-renames', '--no-color', '--relative', '--ignore-submodules', `--format=${FORMAT}`,
    revisions, '--', ...patterns,
  ]);
  let step: { readonly commit: Commit; readonly parent: string | null; readonly files: ChangedFile[] } | null = null;
  let change: RegExpExecArray | null = null;
  let head: string[] | null = null;
  for await (const field of fields) {
    if (head !== null && head.length < 6) {
      head.push(field);
      if (head.length < 6) continue;
      const [id = '', parents = '', day = '', landed = '', author = '', subject = ''] = head;
      step = { commit: { id, day, landed, author, subject }, parent: parents.split(' ')[0] || null, files: [] };
      head = null;
    } else if (change !== null) {
      step?.files.push({ path: field, before: blobOf(change[1], change[3]), after: blobOf(change[2], change[4]) });
      change = null;
    } else if (field.replace(/^\n/, '').startsWith('\u0001')) {
      if (step !== null) yield step;
      head = [field.replace(/^\n/, '').slice(1)];
    } else {
      change = /^\n?:(\d+) (\d+) ([0-9a-f]+) ([0-9a-f]+) [A-Z]\d*$/.exec(field);
    }
  }
  if (step !== null) yield step;
}

/** The object name of a regular file: links and submodules have no text of their own. */
function blobOf(mode = '', name = ''): string | null {
  return mode.startsWith('100') ? name : null;
}
