import path from 'node:path';
import { findRepository, readSmallFile } from './find-repository.js';

/** The largest list of commits, in bytes. */
const LARGEST_LIST = 16 * 1024 * 1024;

/**
 * The oldest commits that a shallow clone has (gitrepository-layout(5), "shallow"): what they seem to bring may be older. Empty
 * where history is whole.
 */
export function borderCommits(directory: string): ReadonlySet<string> {
  const repository = findRepository(directory);
  const list = 'failed' in repository ? null : readSmallFile(path.join(repository.common, 'shallow'), LARGEST_LIST);
  return new Set(list?.split('\n').filter((line) => line !== '') ?? []);
}
