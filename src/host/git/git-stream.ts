import { UsageError } from '../files/errors.js';
import { findRepository } from './find-repository.js';
import { complaintOf, longestAnswer, startGit } from './git-program.js';
import { openView } from './git-view.js';
import { unreadable } from './unreadable.js';

/**
 * What git writes, field by field as it comes; fields end with NUL.
 * @throws UsageError without a repository; IncompleteError if git fails, or says nothing for too long. Whoever stops reading
 *   early ends git.
 */
export async function* gitFields(directory: string, args: readonly string[]): AsyncGenerator<string> {
  const repository = findRepository(directory);
  if ('failed' in repository) {
    throw new UsageError({ code: 'no-history', why: repository.failed, advice: repository.advice ?? null });
  }
  const view = openView(repository);
  if ('failed' in view) throw unreadable('the history of commits', view.failed);
  const git = startGit(view.call(['-c', 'i18n.logOutputEncoding=UTF-8', ...args]));
  let complaint = '';
  git.stderr.setEncoding('utf8').on('data', (text: string) => (complaint += text));
  const ended = new Promise<number | null>((resolve, reject) => git.once('error', reject).once('close', resolve));
  ended.catch(() => {
    // If reading failed, that error has been thrown already, and nobody awaits this one.
  });
  const waitForGit = (): NodeJS.Timeout => setTimeout(() => git.kill('SIGKILL'), longestAnswer());
  let silence = waitForGit();
  try {
    let rest = '';
    for await (const text of git.stdout.setEncoding('utf8') as AsyncIterable<string>) {
      const fields = (rest + text).split('\0');
      rest = fields.pop() as string;
      // The time limit is for git's silence, not for how long the caller works on what has come.
      clearTimeout(silence);
      yield* fields;
      silence = waitForGit();
    }
    if (rest !== '') yield rest;
    if (await ended !== 0) throw unreadable(
      'the history of commits',
      git.signalCode === 'SIGKILL' ? `git gave no answer within ${longestAnswer() / 1000} s` : complaintOf(complaint),
    );
  } finally {
    clearTimeout(silence);
    git.kill();
    view.close();
  }
}
