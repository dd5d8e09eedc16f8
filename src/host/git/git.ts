import { spawnSync } from 'node:child_process';

/** The longest answer accepted from git, in bytes. */
const MOST = 256 * 1024 * 1024;

/** The result of running git: its output or its complaint. */
export type GitAnswer = { readonly out: string } | { readonly failed: string };

/**
 * Asks git about the work tree that a directory lies in.
 * The user's settings for diffs have no effect.
 */
export function askGit(directory: string, args: readonly string[]): GitAnswer {
  const { status, stdout, stderr, error } = spawnSync('git', ['-C', directory, '-c', 'core.quotePath=false', ...args], {
    encoding: 'utf8', maxBuffer: MOST, stdio: ['ignore', 'pipe', 'pipe'],
    // git(1): with these, git takes no locks for reading, and speaks English.
    env: { ...process.env, GIT_OPTIONAL_LOCKS: '0', LC_ALL: 'C' },
  });
  if (error !== undefined) return { failed: 'code' in error && error.code === 'ENOENT' ? 'there is no git on this machine' : error.message };
  return status === 0 ? { out: stdout } : { failed: stderr.trim().split('\n')[0]?.replace(/^fatal: /, '') ?? '' };
}

/** The texts of blobs of a repository, by object name. */
export function gitBlobs(directory: string, names: readonly string[]): ReadonlyMap<string, string> {
  return new Map([...gitBytes(directory, names)].map(([name, bytes]) => [name, bytes.toString('utf8')]));
}

/** The contents of blobs of a repository, by object name. */
export function gitBytes(directory: string, names: readonly string[]): ReadonlyMap<string, Buffer> {
  const texts = new Map<string, Buffer>();
  if (names.length === 0) return texts;
  const { stdout, status } = spawnSync('git', ['-C', directory, 'cat-file', '--batch'], { input: names.map((name) => `${name}\n`).join(''), maxBuffer: MOST });
  if (status !== 0) return texts;
  // git-cat-file(1), "BATCH OUTPUT": a line with the name, the kind and the size, then the contents and a line end.
  for (let at = 0; at < stdout.length;) {
    const end = stdout.indexOf(0x0a, at);
    const [name = '', , size = '0'] = stdout.toString('latin1', at, end).split(' ');
    texts.set(name, stdout.subarray(end + 1, end + 1 + Number(size)));
    at = end + 1 + Number(size) + 1;
  }
  return texts;
}
