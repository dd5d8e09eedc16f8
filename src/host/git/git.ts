import { findRepository, type Repository } from './find-repository.js';
import { withView } from './git-view.js';
import type { GitFailure, GitLimits } from './git-program.js';

/** What git answers, or why it does not; then perhaps with advice. */
export type GitAnswer = { readonly out: string } | (GitFailure & { readonly advice?: string });

/**
 * Asks git about the repository whose work tree a directory is in, by a view of its own (`git-view.ts`): paths are relative to
 * the directory. The work tree looks empty to git, and there is no index.
 */
export function askGit(directory: string, args: readonly string[], limits?: GitLimits): GitAnswer {
  const repository = findRepository(directory);
  return 'failed' in repository ? repository : askRepository(repository, args, limits);
}

/** The same of a repository that has been found. */
export function askRepository(repository: Repository, args: readonly string[], limits?: GitLimits): GitAnswer {
  const answer = withView(repository, (view) => view.run(args, limits));
  return 'out' in answer ? { out: answer.out.toString('utf8') } : answer;
}

/** The files that git's index has, relative to a directory; null where there is no repository. */
export function trackedFiles(directory: string): ReadonlySet<string> | null {
  const repository = findRepository(directory);
  if ('failed' in repository) return null;
  const answer = withView(repository, (view) => {
    view.addIndex();
    return view.run(['ls-files', '-z']);
  });
  return 'out' in answer ? new Set(answer.out.toString('utf8').split('\0').filter((file) => file !== '')) : null;
}
