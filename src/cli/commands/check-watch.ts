import type { CheckReport } from '../../core/inspect/check-report.js';
import { reportDifference } from '../../core/inspect/report-difference.js';
import { LayerError, UsageError, wrongCall } from '../../host/files/errors.js';
import { relativeTo } from '../../host/files/target-path.js';
import { ChangeFollower } from '../../host/session/follow-changes.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import type { Style } from '../terminal.js';
import { viewProblems } from '../views/problems.js';
import { viewDifference } from '../views/watch.js';
import type { Context } from './command.js';

/** What stays to look again. */
interface WatchedCheck<Answer extends { readonly report: CheckReport }> {
  /** Checks as the command line asks, and leaves out what is not to be shown. @throws the signal's reason if it is aborted. */
  readonly check: (signal: AbortSignal) => Promise<Answer>;
  /** Shows the first answer. */
  readonly show: (answer: Answer) => void;
}

/** Checks, stays, and says after each change what is new and what is gone, until somebody ends it. */
export async function watchCheck<Answer extends { readonly report: CheckReport }>(
  context: Context<unknown>, { check, show }: WatchedCheck<Answer>,
): Promise<ExitCode> {
  const { workspace: { session }, terminal, style, options } = context;
  if (options.format !== 'text') {
    throw wrongCall('--watch shows text only', 'Leave out --format, or use the library: openSession.');
  }
  let before: CheckReport | null = null;
  let running = new AbortController();
  let latest = Promise.resolve();
  /** What has changed since the last answer. */
  const changed = new Set<string>();
  /** What is wrong with the layer files or the question, as it was last said. */
  let mistake = '';
  const look = async (signal: AbortSignal, isSure: boolean): Promise<void> => {
    try {
      const answer = await check(signal);
      const { report } = answer;
      const difference = before === null ? null : reportDifference(before, report);
      if (difference === null) show(answer);
      // What may have changed is told only if it makes a difference.
      else if (changed.size > 0 || difference.added.length + difference.gone.length > 0) {
        terminal.out(viewDifference(difference, report, [...changed], terminal.columns, style));
      }
      before = report;
      changed.clear();
      mistake = '';
      follower.follow();
    } catch (error) {
      if (signal.aborted) return;
      const said = mistake;
      mistake = viewMistake(error, style);
      if (isSure || mistake !== said) terminal.err(mistake);
    }
  };
  const again = (paths: readonly string[] | null, isSure: boolean): void => {
    if (paths === null) session.forget();
    for (const file of paths ?? []) {
      session.forget(file);
      if (isSure) changed.add(relativeTo(session.root, file));
    }
    running.abort();
    running = new AbortController();
    const { signal } = running;
    latest = latest.then(() => (signal.aborted ? undefined : look(signal, isSure)));
  };
  const follower = new ChangeFollower(session, again);
  await look(running.signal, true);
  follower.begin();
  // Nobody watched while the first answer was made.
  again(null, false);
  await latest;
  if (!options.quiet) terminal.err(`${style.faint('Waiting for changes; Ctrl-C ends it.')}\n`);
  await terminal.ended?.();
  running.abort();
  await follower.end();
  await latest;
  session.save();
  return EXIT.fine;
}

/** @throws what is not a mistake of the user's. */
function viewMistake(error: unknown, style: Style): string {
  if (error instanceof LayerError) return viewProblems(error.problems, error.texts, style);
  if (error instanceof UsageError) return `${style.wrong(error.message)}\n`;
  throw error;
}
