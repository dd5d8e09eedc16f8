import { readdirSync, type Dirent } from 'node:fs';
import path from 'node:path';

/** Directories in which nobody's own files are. */
const ASIDE = new Set(['.git', 'node_modules']);

/** Whether a directory has at most so many files, at any depth: an answer that takes no longer in a huge one. */
export function hasAtMost(most: number, directory: string): boolean {
  let left = most;
  const waiting = [directory];
  for (let next = waiting.pop(); next !== undefined && left >= 0; next = waiting.pop()) {
    for (const entry of entriesOf(next)) {
      if (entry.isDirectory() && !ASIDE.has(entry.name)) waiting.push(path.join(next, entry.name));
      left -= 1;
    }
  }
  return left >= 0;
}

function entriesOf(directory: string): Dirent[] {
  try {
    return readdirSync(directory, { withFileTypes: true });
  } catch {
    // What cannot be read has no files for us.
    return [];
  }
}
