import { findRepository } from './find-repository.js';
import { askRepository } from './git.js';

/** Which sources these are, as git knows them. */
interface Provenance {
  /** Where the repository comes from: an address without a name or password in it. */
  readonly repository: string;
  readonly commit: string;
  /** Null if no branch is checked out. */
  readonly branch: string | null;
  /** Whether the project is all of the repository. */
  readonly isWhole: boolean;
}

/** What git knows of the sources at a root; null if there is no repository, no commit, or nowhere that it comes from. */
export function provenanceOf(root: string): Provenance | null {
  const found = findRepository(root);
  if ('failed' in found) return null;
  const ask = (...args: string[]): string | null => {
    const answer = askRepository(found, args);
    return 'out' in answer ? answer.out.trim() : null;
  };
  const remote = ask('config', '--get', 'remote.origin.url');
  const repository = remote === null ? null : addressOf(remote);
  const commit = ask('rev-parse', '--verify', '--quiet', 'HEAD');
  if (repository === null || commit === null) return null;
  return { repository, commit, branch: ask('symbolic-ref', '--short', '--quiet', 'HEAD'), isWhole: found.prefix === '' };
}

/** A remote as an address; null for a path on this machine. The short form of ssh (git-clone(1), "GIT URLS") is one too. */
function addressOf(remote: string): string | null {
  const [, host, path] = /^(?:[^@/:]+@)?([^/:@]+):(?!\/\/)(.+)$/.exec(remote) ?? [];
  try {
    const url = new URL(host === undefined ? remote : `ssh://${host}/${path}`);
    if (url.protocol === 'file:') return null;
    [url.username, url.password] = ['', ''];
    return url.href;
  } catch {
    return null;
  }
}
