import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { isUtf8 } from 'node:buffer';
import type { RemoteReference } from '../../core/model/layer.js';
import { runGit, type GitResult } from '../git/git-program.js';
import { cacheFolder } from '../files/cache-folder.js';
import { PACKAGE_FOLDER } from '../package-folder.js';
import { makeDirectory } from '../files/make-directory.js';

/** A fetched preset; `commit` is null for one from a web server. */
type Fetched = { readonly bytes: Buffer; readonly commit: string | null } | { readonly failed: string };

/** The largest preset accepted, in bytes: layer files are written by people. */
const LARGEST_PRESET = 1024 * 1024;

/** How long a fetch may take, in milliseconds. */
const LONGEST = Number(process.env['ELVAR_FETCH_TIMEOUT'] ?? 30_000);

/**
 * Fetches a preset. Nothing of it is run.
 * @param commit the commit to fetch; null for whatever the revision names now.
 */
export function fetchPreset(reference: RemoteReference, commit: string | null): Fetched {
  const fetched = reference.kind === 'git' ? fromGit(reference, commit) : fromWeb(reference.url);
  if ('failed' in fetched) return fetched;
  return isUtf8(fetched.bytes) ? fetched : { failed: 'it is not UTF-8' };
}

/** The script that asks a web server: fetching is asynchronous, but layer files are read synchronously. */
const WEB_SCRIPT = fileURLToPath(new URL('dist/host/layers/fetch-web.js', PACKAGE_FOLDER));

function fromWeb(url: string): Fetched {
  const { status, stdout, stderr, error } = spawnSync(
    process.execPath,
    [WEB_SCRIPT, url, String(LARGEST_PRESET), String(LONGEST)],
    { maxBuffer: LARGEST_PRESET * 2, timeout: LONGEST + 5000, stdio: ['ignore', 'pipe', 'pipe'] },
  );
  if (status === 0) return { bytes: stdout, commit: null };
  return { failed: error === undefined ? stderr.toString('utf8').trim() || 'the connection broke off' : 'it took too long' };
}

type GitReference = Extract<RemoteReference, { kind: 'git' }>;

/** Each remote repository has a bare local one to fetch into. */
function fromGit({ url, revision, path: file }: GitReference, commit: string | null): Fetched {
  const folder = path.join(cacheFolder(), 'git', createHash('sha256').update(url).digest('hex').slice(0, 32));
  if (!existsSync(path.join(folder, 'HEAD'))) {
    try {
      makeDirectory(folder);
    } catch {
      return { failed: `${cacheFolder()} cannot be written` };
    }
    const made = git(folder, ['init', '--quiet', '--bare', '--template=']);
    if ('failed' in made) return made;
  }
  const has = commit !== null && 'out' in git(folder, ['cat-file', '-e', `${commit}^{commit}`]);
  const wanted = commit ?? revision;
  if (!has) {
    const fetched = git(folder, ['fetch', '--quiet', '--depth=1', '--no-tags', '--end-of-options', url, wanted]);
    // Not every server serves a commit that no branch points to; the revision may still be that commit.
    const again = 'failed' in fetched && commit !== null
      ? git(folder, ['fetch', '--quiet', '--depth=1', '--no-tags', '--end-of-options', url, revision])
      : fetched;
    if ('failed' in again) return again;
  }
  const head = git(folder, ['rev-parse', '--verify', has ? `${commit}^{commit}` : 'FETCH_HEAD^{commit}']);
  if ('failed' in head) return head;
  const taken = head.out.toString('utf8').trim();
  const size = git(folder, ['cat-file', '-s', `${taken}:${file}`]);
  if ('failed' in size) return { failed: `there is no ${file} in it` };
  if (Number(size.out.toString('utf8')) > LARGEST_PRESET) {
    return { failed: `${file} is larger than ${LARGEST_PRESET / 1024} KiB` };
  }
  const blob = git(folder, ['cat-file', 'blob', `${taken}:${file}`]);
  return 'failed' in blob ? { failed: `${file} is no file in it` } : { bytes: blob.out, commit: taken };
}

/** The repository in the cache folder is ours; the user's settings say how servers are reached. */
function git(folder: string, args: readonly string[]): GitResult {
  // git(1): no transport that lets the URL choose a program to run.
  return runGit(
    {
      args: ['-C', folder, ...args],
      directory: folder,
      settings: 'user',
      env: { GIT_ALLOW_PROTOCOL: 'file:git:http:https:ssh', GIT_DIR: folder },
    },
    { most: LARGEST_PRESET * 4, longest: LONGEST },
  );
}
