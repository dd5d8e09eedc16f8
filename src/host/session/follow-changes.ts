import path from 'node:path';
import { isTemporary } from '../writing/replace-file.js';
import type { Session } from './session.js';
import { DirectoryWatch } from './watch-directories.js';

/** How long to wait for what else changes, in milliseconds: saving a file is often several steps. */
const TOGETHER = 40;

/**
 * From how many changes at once the system may have dropped some: it keeps 16,384 that nobody has read yet on Linux, and several
 * tell of one file.
 */
const FLOOD = 2_000;

/** What git changes if a revision changes. */
const OF_REVISIONS = ['.git', '.git/HEAD', '.git/packed-refs', '.git/refs'];

/** A path and the directories around it, relative to the root. */
function ancestry(own: string): string[] {
  const parts = own.split('/');
  return parts.map((_, index) => parts.slice(0, index + 1).join('/'));
}

/** Watches the files of a project. */
export class ChangeFollower {
  private excluded = new Set<string>();
  private readonly changed = new Set<string>();
  private readonly missed = new Set<string>();
  private timer: NodeJS.Timeout | null = null;
  private watch: DirectoryWatch | null = null;

  /**
   * @param tell gets the absolute paths of what has changed, come or gone; of what may have, while nobody watched it, if `isSure`
   *   is false.
   */
  constructor(private readonly session: Session, private readonly tell: (paths: readonly string[], isSure: boolean) => void) {}

  /** Begins to watch: from now on, nothing is missed. */
  begin(): void {
    this.lookAgain();
    this.watch = new DirectoryWatch(this.session.root, {
      isExcluded: (file) => this.isExcluded(file),
      changed: (file) => this.note(this.changed, file),
      missed: (directory) => this.note(this.missed, directory),
    });
    this.watchBeyond();
  }

  /** Looks which directories are excluded by now, and which files beyond the tree were read: to be called after each answer. */
  follow(): void {
    const before = this.excluded;
    this.lookAgain();
    for (const own of before) if (!this.excluded.has(own)) this.watch?.renew(path.join(this.session.root, own));
    this.watchBeyond();
  }

  /** Ends watching. */
  async end(): Promise<void> {
    if (this.timer !== null) clearTimeout(this.timer);
    await this.watch?.end();
  }

  private lookAgain(): void {
    try {
      const { skipped } = this.session.resolve();
      this.excluded = new Set(skipped.filter(({ path: own }) => own.endsWith('/')).map(({ path: own }) => own.slice(0, -1)));
    } catch {
      // While a layer file is wrong, what was excluded stays so.
    }
  }

  /** Presets from elsewhere, the personal layer and logs of other programs may lie beyond what is watched as the tree. */
  private watchBeyond(): void {
    this.watch?.add([...this.session.layerFiles(), ...this.session.logFiles()].filter((file) =>
      this.isExcluded(file) || path.relative(this.session.root, file).startsWith('..')));
  }

  private isExcluded(file: string): boolean {
    const own = path.relative(this.session.root, file).split(path.sep).join('/');
    if (own === '' || own.startsWith('..')) return false;
    if (own.split('/').includes('.git')) {
      return !OF_REVISIONS.some((one) => own === one || own.startsWith(`${one}/`) && one === '.git/refs');
    }
    return isTemporary(path.basename(file)) || ancestry(own).some((one) => this.excluded.has(one));
  }

  private note(noted: Set<string>, file: string): void {
    noted.add(file);
    if (this.timer !== null) clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      const [changed, missed] = [[...this.changed], [...this.missed]];
      this.changed.clear();
      this.missed.clear();
      this.timer = null;
      if (changed.length > FLOOD) this.watch?.renew(this.session.root);
      if (changed.length > 0) this.tell(changed, true);
      if (missed.length > 0) this.tell(missed, false);
    }, TOGETHER);
  }
}
