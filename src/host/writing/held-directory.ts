import { closeSync, constants, existsSync, openSync, realpathSync } from 'node:fs';
import path from 'node:path';

/** A directory is not, or no longer, what its path says. */
export class MovedDirectoryError extends Error {
  readonly code = 'ELOOP';
}

/**
 * A directory that stays the same one whatever happens to its path: where the system can name what is open (proc(5),
 * `/proc/PID/fd`), files in it are reached through the open directory, else its path is judged anew each time. So nothing is
 * written beyond a link that somebody puts in its place.
 */
export class HeldDirectory {
  private constructor(private readonly directory: string, private readonly descriptor: number | null) {}

  /**
   * @param directory absolute and real.
   * @throws the system's error; {@link MovedDirectoryError} if a part of its path is a link.
   */
  static open(directory: string): HeldDirectory {
    if (!existsSync(OPEN_FILES)) return new HeldDirectory(directory, null).judged();
    const descriptor = openSync(directory, constants.O_RDONLY | constants.O_DIRECTORY | constants.O_NOFOLLOW);
    const held = new HeldDirectory(directory, descriptor);
    if (realpathSync(held.base) === directory) return held;
    held.close();
    throw new MovedDirectoryError();
  }

  /** The path by which an entry is reached. @throws MovedDirectoryError if the directory is another one now. */
  at(name: string): string {
    return path.join(this.descriptor === null ? this.judged().directory : this.base, name);
  }

  close(): void {
    if (this.descriptor !== null) closeSync(this.descriptor);
  }

  private get base(): string {
    return path.join(OPEN_FILES, String(this.descriptor));
  }

  private judged(): this {
    if (realpathSync(this.directory) !== this.directory) throw new MovedDirectoryError();
    return this;
  }
}

const OPEN_FILES = '/proc/self/fd';
