import { randomBytes } from 'node:crypto';
import { accessSync, constants, linkSync, readFileSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { describeSystemError, hasCode } from '../files/errors.js';
import { makeDirectory } from '../files/make-directory.js';
import { linkStatsAt } from '../files/stats.js';
import { HeldDirectory, MovedDirectoryError } from './held-directory.js';
import type { Writing } from './journal.js';
import { digestOf } from './on-disk.js';
import { stage, syncDirectory, temporaryFor } from './replace-file.js';

/** A file to put in place of one whose contents are known. */
interface PlannedFile {
  /** Absolute; its directory is real. */
  readonly file: string;
  /** The digest of what was read; null if there was no file. */
  readonly before: string | null;
  readonly after: string;
}

/** Where another program's text is that no longer is in its file. */
export interface KeptCopy {
  readonly file: string;
  /** Absolute. */
  readonly copy: string;
}

/**
 * One file on the way into its place. Each step returns null, or in words why it failed; then the disk is as before.
 */
export class Placement {
  readonly temporary: string;
  /** The old file is held under this name until nobody can be writing to it any more. */
  readonly kept: string;
  private directory: HeldDirectory | null = null;
  private isKept = false;
  /** The inode of the new file. */
  private placed: number | null = null;

  constructor(
    readonly planned: PlannedFile,
    names: { readonly temporary: string; readonly kept?: string | undefined } = { temporary: temporaryFor(planned.file) },
  ) {
    this.temporary = names.temporary;
    this.kept = names.kept ?? temporaryFor(planned.file);
  }

  /** What the journal notes of it. */
  get note(): Writing {
    const { file, before, after } = this.planned;
    return { file, temporary: this.temporary, kept: this.kept, before, after: digestOf(after) };
  }

  /** Looks whether it can be written, and writes the new text next to it. */
  stage(): string | null {
    const { file, before, after } = this.planned;
    return this.attempt(() => {
      if (before === null) makeDirectory(path.dirname(file));
      this.directory = HeldDirectory.open(path.dirname(file));
      const hindrance = this.hindrance();
      if (hindrance !== null) return hindrance;
      stage(this.at(this.temporary), this.at(file), after);
      return null;
    });
  }

  /** Puts the new text in place, if the file is still what was read. The new text is gone if it cannot be. */
  place(): string | null {
    const why = this.attempt(() => (this.planned.before === null ? this.create() : this.replace()));
    if (why === null && this.directory !== null) syncDirectory(this.directory.at('.'));
    return why;
  }

  /** Takes back what was placed, unless somebody has changed it since. */
  takeBack(): void {
    const { file, before } = this.planned;
    this.attempt(() => {
      if (!this.isOurs()) return null;
      if (before === null) rmSync(this.at(file));
      else if (this.isKept) renameSync(this.at(this.kept), this.at(file));
      this.isKept = false;
      return null;
    });
  }

  /**
   * Removes what is left beside the file.
   * @returns the copy of what another program has written into the old file meanwhile; null if none has.
   */
  settle(): KeptCopy | null {
    const { file } = this.planned;
    let copy: KeptCopy | null = null;
    this.attempt(() => {
      rmSync(this.at(this.temporary), { force: true });
      if (!this.isKept) return null;
      if (this.isAsRead(this.at(this.kept)) || linkStatsAt(this.at(this.kept))?.ino === linkStatsAt(this.at(file))?.ino) rmSync(
        this.at(this.kept), { force: true },
      );
      else copy = { file, copy: this.saveCopy() };
      this.isKept = false;
      return null;
    });
    this.directory?.close();
    this.directory = null;
    return copy;
  }

  /** A new file never takes the place of one that has come into being. */
  private create(): string | null {
    const [file, temporary] = [this.at(this.planned.file), this.at(this.temporary)];
    this.placed = linkStatsAt(temporary)?.ino ?? null;
    try {
      linkSync(temporary, file);
      rmSync(temporary);
    } catch (error) {
      if (hasCode(error, 'EEXIST')) return 'it has come into being meanwhile';
      if (!hasCode(error, ...NO_LINKS)) throw error;
      if (linkStatsAt(file) !== undefined) return 'it has come into being meanwhile';
      renameSync(temporary, file);
    }
    return null;
  }

  /** The old file is held while it is replaced, so that what comes out can be looked at. */
  private replace(): string | null {
    const [file, temporary, kept] = [this.at(this.planned.file), this.at(this.temporary), this.at(this.kept)];
    this.placed = linkStatsAt(temporary)?.ino ?? null;
    try {
      linkSync(file, kept);
      this.isKept = true;
    } catch (error) {
      if (!hasCode(error, ...NO_LINKS)) throw error;
    }
    const held = this.isKept ? kept : file;
    if (!this.isAsRead(held) || linkStatsAt(held)?.ino !== linkStatsAt(file)?.ino) return CHANGED;
    renameSync(temporary, file);
    if (!this.isKept || this.isAsRead(kept)) return null;
    // Another program has written into it in this very moment.
    if (!this.isOurs()) return `${CHANGED}, more than once; one of its texts is in ${path.basename(this.saveCopy())}`;
    renameSync(kept, file);
    this.isKept = false;
    return CHANGED;
  }

  private saveCopy(): string {
    const copy = `${this.planned.file}.kept-${randomBytes(4).toString('hex')}`;
    renameSync(this.at(this.kept), this.at(copy));
    this.isKept = false;
    return copy;
  }

  private isOurs(): boolean {
    const file = this.at(this.planned.file);
    return this.placed !== null
      && linkStatsAt(file)?.ino === this.placed && digestOf(readFileSync(file)) === digestOf(this.planned.after);
  }

  private isAsRead(file: string): boolean {
    return linkStatsAt(file)?.isFile() === true && digestOf(readFileSync(file)) === this.planned.before;
  }

  private hindrance(): string | null {
    const file = this.at(this.planned.file);
    const stats = linkStatsAt(file);
    if (this.planned.before === null) return stats === undefined ? null : 'it has come into being meanwhile';
    if (stats === undefined) return 'it is gone';
    if (!stats.isFile()) return 'it is no plain file any more';
    // The file is replaced by a new one, so only the directory's permissions would count; but a write-protected file should stay
    // as it is.
    accessSync(file, constants.W_OK);
    return this.isAsRead(file) ? null : CHANGED;
  }

  /** The path of one of its files, through its directory. */
  private at(file: string): string {
    if (this.directory === null) throw new Error(`${file} is not being placed`);
    return this.directory.at(path.basename(file));
  }

  private attempt(step: () => string | null): string | null {
    try {
      return step();
    } catch (error) {
      if (error instanceof MovedDirectoryError) return 'its directory, or one above it, has become a link';
      return describeSystemError(error);
    }
  }
}

const CHANGED = 'it has changed since it was read';

/** link(2): the file system has no second names for files, or has no more for this one, or the user may not make one. */
const NO_LINKS = ['EPERM', 'ENOTSUP', 'EOPNOTSUPP', 'ENOSYS', 'EMLINK', 'EXDEV', 'EINVAL'] as const;
