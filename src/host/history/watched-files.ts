import path from 'node:path';
import { LAYER_FILE, LOCK_FILE } from '../files/own-files.js';

/** Files that have an effect wherever they are. Any other layer file is a preset, which is read only where it is adopted. */
const DECIDING = new Set([LAYER_FILE, '.gitignore', '.elvarignore', LOCK_FILE]);

/**
 * The files whose changes a walk along the commits tells of: those that may decide, what presets are usually called, and others
 * once they are known.
 */
export class WatchedFiles {
  private readonly others = new Set<string>();

  /** Adds files that were asked for. @returns whether one of them was not watched before. */
  add(files: Iterable<string>): boolean {
    const before = this.others.size;
    for (const own of files) if (!DECIDING.has(path.posix.basename(own)) && !/\.ya?ml$/.test(own)) this.others.add(own);
    return this.others.size > before;
  }

  /** Git's pathspecs (gitglossary(7), "pathspec") for these files and one more. */
  patternsWith(own: string): string[] {
    return [...this.patterns(), `:(literal)${own}`];
  }

  /** Git's pathspecs for these files. */
  patterns(): string[] {
    return [
      ...[...DECIDING].map((name) => `*${name}`),
      '*.yaml',
      '*.yml',
      ...[...this.others].map((file) => `:(literal)${file}`),
    ];
  }
}
