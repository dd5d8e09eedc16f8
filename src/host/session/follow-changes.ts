import path from 'node:path';
import { watch, type FSWatcher } from 'chokidar';
import { isTemporary } from '../writing/replace-file.js';
import type { Session } from './session.js';

/** How long to wait for what else changes, in milliseconds: saving a file is often several steps. */
const TOGETHER = 40;

/** What git changes if a revision changes. */
const OF_REVISIONS = ['.git', '.git/HEAD', '.git/packed-refs', '.git/refs'];

/**
 * When to look once more, in milliseconds. The watcher leaves out what changes again within 50 ms, such as a file that is
 * emptied and then written, and what comes to a new directory between its reading and its watching.
 */
const SETTLED = 1_000;

/** Watches the files of a project. */
export class ChangeFollower {
  private excluded = new Set<string>();
  private readonly changed = new Set<string>();
  private readonly added = new Set<string>();
  private readonly unsettled = new Set<string>();
  private timer: NodeJS.Timeout | null = null;
  private settling: NodeJS.Timeout | null = null;
  private watcher: FSWatcher | null = null;

  /** @param tell gets the absolute paths of what has changed, come or gone; of what may have, while nobody watched it, if `isSure` is false. */
  constructor(private readonly session: Session, private readonly tell: (paths: readonly string[], isSure: boolean) => void) {}

  /** Begins to watch. Resolves when nothing is missed any more. */
  async begin(): Promise<void> {
    this.lookAgain();
    this.watcher = watch(this.session.root, { ignoreInitial: true, followSymlinks: false, ignored: (file) => this.isExcluded(file) });
    this.watcher.on('all', (event, file) => {
      if (event === 'addDir') this.added.add(file);
      this.note(file);
    });
    // What cannot be watched is looked at when something else changes.
    this.watcher.on('error', () => {});
    await new Promise<void>((resolve) => void this.watcher?.once('ready', resolve));
    this.watchBeyond();
  }

  /** Looks which directories are excluded by now, and which files beyond the tree were read: to be called after each answer. */
  follow(): void {
    const before = this.excluded;
    this.lookAgain();
    const back = [...before].filter((own) => !this.excluded.has(own)).map((own) => path.join(this.session.root, own));
    if (back.length > 0) {
      this.watcher?.add(back);
      this.lookOnceMore(back);
    }
    this.watchBeyond();
  }

  /** Ends watching. */
  async end(): Promise<void> {
    for (const timer of [this.timer, this.settling]) if (timer !== null) clearTimeout(timer);
    await this.watcher?.close();
  }

  private lookAgain(): void {
    try {
      const { skipped } = this.session.resolve();
      this.excluded = new Set(skipped.filter(({ path: own }) => own.endsWith('/')).map(({ path: own }) => own.slice(0, -1)));
    } catch {
      // While a layer file is wrong, what was excluded stays so.
    }
  }

  /** Presets from elsewhere and the personal layer lie beyond what is watched as the tree. */
  private watchBeyond(): void {
    for (const file of this.session.layerFiles()) if (this.isExcluded(file) || path.relative(this.session.root, file).startsWith('..')) this.watcher?.add(file);
  }

  private isExcluded(file: string): boolean {
    const own = path.relative(this.session.root, file).split(path.sep).join('/');
    if (own === '' || own.startsWith('..')) return false;
    if (own.split('/').includes('.git')) return !OF_REVISIONS.some((one) => own === one || own.startsWith(`${one}/`) && one === '.git/refs');
    return this.excluded.has(own) || isTemporary(path.basename(file));
  }

  private note(file: string): void {
    this.changed.add(file);
    if (this.timer !== null) clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      const paths = [...this.changed];
      this.changed.clear();
      this.timer = null;
      this.watcher?.add([...this.added]);
      this.added.clear();
      this.tell(paths, true);
      this.lookOnceMore(paths);
    }, TOGETHER);
  }

  private lookOnceMore(paths: readonly string[]): void {
    for (const one of paths) this.unsettled.add(one);
    if (this.settling !== null) clearTimeout(this.settling);
    this.settling = setTimeout(() => {
      const unsettled = [...this.unsettled];
      this.unsettled.clear();
      this.settling = null;
      this.tell(unsettled, false);
    }, SETTLED);
  }
}
