import { lstatSync, type Stats } from 'node:fs';

/** What the system says of a file, and when it was read: if nothing of it is different later, the file has not changed. */
export interface FileStamp {
  readonly size: number;
  /** In milliseconds, with what the system knows of their parts. */
  readonly modified: number;
  readonly changed: number;
  readonly inode: number;
  /** When reading it began, in milliseconds. */
  readonly read: number;
}

/**
 * How long before it was read a file must have been at rest, in milliseconds: what is written in the same moment may have the
 * same times, and some file systems only count every second one.
 */
const AT_REST = 2_000;

/** The stamp of a file. @param read when reading it began. */
export function stampOf({ size, mtimeMs, ctimeMs, ino }: Stats, read: number): FileStamp {
  return { size, modified: mtimeMs, changed: ctimeMs, inode: ino, read };
}

/** Whether a file cannot have changed since it was read. The time of the change of its entry cannot be set by anybody. */
export function isUnchanged(file: string, { size, modified, changed, inode, read }: FileStamp): boolean {
  if (Math.max(modified, changed) > read - AT_REST) return false;
  try {
    const now = lstatSync(file, { throwIfNoEntry: false });
    return now !== undefined
      && now.isFile() && now.size === size && now.mtimeMs === modified && now.ctimeMs === changed && now.ino === inode;
  } catch {
    return false;
  }
}
