import { IncompleteError } from '../files/errors.js';
import type { BlobFailure } from './objects.js';

/** What can be done where git lacks an object. */
const ADVICE =
  'A partial clone has only some contents: git fetch --refetch brings the others. In a damaged repository, git fsck tells more.';

/** Says that something git should have cannot be read. @param path as the user knows it. */
export function unreadable(path: string, failure: string | BlobFailure): IncompleteError {
  const { failed, size } = typeof failure === 'string' ? { failed: failure } : failure;
  return new IncompleteError([{ path, reason: { code: 'unreadable', why: failed } }], size === undefined ? ADVICE : null);
}

/** Names what cannot be read as git names files of a revision. @throws IncompleteError if something cannot be read. */
export function atRevision<T>(revision: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (!(error instanceof IncompleteError)) throw error;
    throw new IncompleteError(
      error.incomplete.map(
        ({ path, reason }) => ({ path: path.startsWith(`${revision}:`) ? path : `${revision}:${path}`, reason }),
      ),
      error.advice,
    );
  }
}
