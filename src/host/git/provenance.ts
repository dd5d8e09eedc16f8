import { askGit } from './git.js';

/** Which sources these are, as git knows them. */
export interface Provenance {
  /** Where the repository comes from: an address without a name or password in it. */
  readonly repository: string;
  readonly commit: string;
  /** Null if no branch is checked out. */
  readonly branch: string | null;
}

/** What git knows of the sources at a root; null if there is no repository, no commit, or nowhere that it comes from. */
export function provenanceOf(root: string): Provenance | null {
  const [remote, commit, branch] = [['remote', 'get-url', 'origin'], ['rev-parse', '--verify', '--quiet', 'HEAD'], ['symbolic-ref', '--short', '--quiet', 'HEAD']].map((args) => askGit(root, args));
  const repository = remote !== undefined && 'out' in remote ? addressOf(remote.out.trim()) : null;
  if (repository === null || commit === undefined || 'failed' in commit) return null;
  return { repository, commit: commit.out.trim(), branch: branch !== undefined && 'out' in branch ? branch.out.trim() : null };
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
