import { lstatSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { watch, type FSWatcher } from 'chokidar';

/** Whom the watcher asks and tells. All paths are absolute. */
export interface WatchListener {
  /** Whether nothing is to be told of a path, or of anything below it. */
  readonly isExcluded: (path: string) => boolean;
  /** Something has changed, come or gone. */
  readonly changed: (path: string) => void;
  /** Something may have changed in a directory, while nobody watched it. */
  readonly missed: (directory: string) => void;
}

/**
 * Watches the directories below a root; they tell of all their files. To watch each of thousands of files would take seconds to begin,
 * and the package leaves out changes of a file that follow each other within 50 ms.
 */
export class DirectoryWatch {
  /** By the directory whose tree it watches: the root's, and those of directories that have come since. */
  private readonly watchers = new Map<string, FSWatcher>();
  /** What is watched by itself: beyond the root, or excluded. */
  private readonly others: FSWatcher;

  private constructor(private readonly root: string, private readonly listener: WatchListener) {
    this.others = watch([], { ignoreInitial: true, followSymlinks: false });
    this.others.on('all', (_, file) => listener.changed(file));
    this.others.on('error', () => {});
  }

  /** Begins to watch. Resolves when nothing is missed any more. @param root absolute. */
  static async begin(root: string, listener: WatchListener): Promise<DirectoryWatch> {
    const own = new DirectoryWatch(root, listener);
    await own.watchTree(root);
    return own;
  }

  /** Watches single files or directories besides, whatever is excluded. */
  add(paths: readonly string[]): void {
    if (paths.length > 0) this.others.add([...paths]);
  }

  /** Watches a directory and what is below it anew: it is another one than before, or was not watched. */
  renew(directory: string): void {
    for (const [own, watcher] of this.watchers) {
      if (own !== directory && !own.startsWith(`${directory}${path.sep}`)) continue;
      this.watchers.delete(own);
      void watcher.close();
    }
    if (isDirectory(directory) && !this.listener.isExcluded(directory)) void this.watchTree(directory);
  }

  /** Ends watching. */
  async end(): Promise<void> {
    await Promise.all([this.others, ...this.watchers.values()].map((watcher) => watcher.close()));
  }

  private async watchTree(top: string): Promise<void> {
    const { isExcluded, changed, missed } = this.listener;
    const before = new Map([...this.directoriesBelow(top)].map((directory) => [directory, identityOf(directory)]));
    const watcher = watch(top, { ignoreInitial: true, followSymlinks: false, ignored: (file, stats) => stats?.isFile() === true || isExcluded(file) });
    this.watchers.set(top, watcher);
    // What cannot be watched is looked at when something else changes.
    watcher.on('error', () => {});
    watcher.on('raw', (event, name, details) => {
      const file = path.join((details as { readonly watchedPath: string }).watchedPath, name);
      if (isExcluded(file)) return;
      changed(file);
      // A watch is on a directory, not on its name: another one may have the name now.
      if (event === 'rename' && file !== this.root) this.renew(file);
    });
    await new Promise<void>((resolve) => void watcher.once('ready', resolve));
    if (this.watchers.get(top) !== watcher) return;
    // What came to a directory between its reading and its watching is missing; and of what got another directory's name meanwhile, the other one may be watched.
    const watched = new Set(Object.keys(watcher.getWatched()));
    for (const directory of this.directoriesBelow(top)) if (!watched.has(directory) || before.get(directory) !== identityOf(directory)) this.renew(directory);
    if (top !== this.root) missed(top);
  }

  private *directoriesBelow(directory: string): Iterable<string> {
    for (const name of namesOfDirectories(directory)) {
      const own = path.join(directory, name);
      if (this.listener.isExcluded(own)) continue;
      yield own;
      yield* this.directoriesBelow(own);
    }
  }
}

/** Tells directories of one name apart; null for one that is gone. */
function identityOf(directory: string): string | null {
  try {
    const { dev, ino, birthtimeMs } = lstatSync(directory);
    return `${dev} ${ino} ${birthtimeMs}`;
  } catch {
    return null;
  }
}

function isDirectory(file: string): boolean {
  try {
    return lstatSync(file).isDirectory();
  } catch {
    // It is gone.
    return false;
  }
}

function namesOfDirectories(directory: string): string[] {
  try {
    return readdirSync(directory, { withFileTypes: true }).filter((entry) => entry.isDirectory()).map(({ name }) => name);
  } catch {
    // It is gone, or may not be read.
    return [];
  }
}
