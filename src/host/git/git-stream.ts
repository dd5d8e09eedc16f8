import { spawn } from 'node:child_process';
import { UsageError } from '../files/errors.js';

/**
 * What git writes, field by field as it comes; fields end with NUL.
 * @throws UsageError if git fails. Whoever stops reading early ends git.
 */
export async function* gitFields(directory: string, args: readonly string[]): AsyncGenerator<string> {
  const git = spawn('git', ['-C', directory, '-c', 'core.quotePath=false', '-c', 'i18n.logOutputEncoding=UTF-8', ...args], { stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, GIT_OPTIONAL_LOCKS: '0', LC_ALL: 'C' } });
  let complaint = '';
  git.stderr.setEncoding('utf8').on('data', (text: string) => (complaint += text));
  const ended = new Promise<number | null>((resolve, reject) => git.once('error', reject).once('close', resolve));
  ended.catch(() => {
    // If nobody waits for the end, what was read has told its failure.
  });
  try {
    let rest = '';
    for await (const text of git.stdout.setEncoding('utf8') as AsyncIterable<string>) {
      const fields = (rest + text).split('\0');
      rest = fields.pop() as string;
      yield* fields;
    }
    if (rest !== '') yield rest;
    if (await ended !== 0) throw new UsageError(`git does not tell the history: ${complaint.trim().split('\n')[0] ?? ''}`);
  } finally {
    git.kill();
  }
}
