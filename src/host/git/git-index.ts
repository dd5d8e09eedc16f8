import type { GitView } from './git-view.js';

/** A file of the index, relative to the directory in question. */
export interface IndexEntry {
  readonly path: string;
  /** Such as `100644`, a regular file (gitformat-index(5)). */
  readonly mode: string;
  /** The object's name. */
  readonly name: string;
  /** What git knew of the file when it last looked, times in nanoseconds; null if that is not to be relied on. */
  readonly seen: { readonly modified: bigint; readonly changed: bigint; readonly inode: bigint; readonly size: bigint } | null;
  /** Whether its file need not be there: it is outside a sparse checkout. */
  readonly mayBeMissing: boolean;
  /** False for one side of a conflict. */
  readonly isMerged: boolean;
}

/** What the index has of the directory in question. */
export function readIndex(view: GitView): readonly IndexEntry[] | { readonly failed: string } {
  view.addIndex();
  const answer = view.run(['ls-files', '--stage', '-v', '--debug', '-z']);
  if ('failed' in answer) return answer;
  const entries = new Map<string, IndexEntry>();
  for (const entry of entriesIn(answer.out.toString('utf8'))) if (entry.mode !== '160000') entries.set(entry.path, entry);
  return [...entries.values()];
}

/**
 * git-ls-files(1): the tag, the mode, the name, the stage and the path, which ends with NUL; then `--debug` tells what git knew
 * of the file.
 */
// elvar waive text/line-width because a pattern is one literal
const ENTRY = /([A-Za-z?]) (\d{6}) ([0-9a-f]+) (\d)\t([^\0]*)\0(?: {2}ctime: (\d+):(\d+)\n {2}mtime: (\d+):(\d+)\n {2}dev: \d+\tino: (\d+)\n {2}uid: \d+\tgid: \d+\n {2}size: (\d+)\tflags: [0-9a-f]+\n)?/gy;

function* entriesIn(listing: string): Generator<IndexEntry> {
  for (const [
    , tag = '', mode = '', name = '', stage, own = '', changed = '', changedRest = '', modified = '', modifiedRest = '',
    inode = '', size = '',
  ] of listing.matchAll(ENTRY)) {
    const isMerged = stage === '0';
    yield {
      path: own, mode, name, isMerged,
      // A small letter marks what git was told to take for unchanged.
      seen: !isMerged || modified === '' || tag !== 'H' ? null
        : {
          modified: nanoseconds(modified, modifiedRest),
          changed: nanoseconds(changed, changedRest),
          inode: BigInt(inode),
          size: BigInt(size),
        },
      mayBeMissing: tag.toUpperCase() === 'S',
    };
  }
}

function nanoseconds(seconds: string, rest: string): bigint {
  return BigInt(seconds) * 1_000_000_000n + BigInt(rest);
}
