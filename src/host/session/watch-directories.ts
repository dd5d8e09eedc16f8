import { lstatSync, readdirSync, watch as watchPath, type FSWatcher as OwnWatcher, type Stats } from 'node:fs';
import path from 'node:path';
import { watch as watchOthers, type FSWatcher } from 'chokidar';

/** What the watcher calls. All paths are absolute. */
interface WatchListener {
  /** Whether to ignore a path and everything below it. */
  readonly isExcluded: (path: string) => boolean;
  /** Something has changed, come or gone. */
  readonly changed: (path: string) => void;
  /** Something may have changed in a directory, while nobody watched it. */
  readonly missed: (directory: string) => void;
}

/**
 * Watches the directories below a root, which report changes of all their files. To watch each of thousands of files would take
 * seconds to begin.
 *
 * A watch is on a directory, not on its name. So each directory is watched before it is read, and whenever its parent reports its
 * name, which may belong to another directory by now, the watch on it and on all below it is made anew: after the last change of
 * a name, the watch is on what has the name. Packages that keep a watch for each name lose track where names go from one
 * directory to another and back.
 */
export class DirectoryWatch {
  /** By directory, absolute. */
  private readonly watchers = new Map<string, OwnWatcher>();
  /** What is watched besides the tree: files outside the root, or excluded ones. */
  private readonly others: FSWatcher;
  private ended = false;

  /** Begins to watch: from now on, nothing is missed. @param root absolute. */
  constructor(private readonly root: string, private readonly listener: WatchListener) {
    this.others = watchOthers([], { ignoreInitial: true, followSymlinks: false });
    this.others.on('all', (_, file) => listener.changed(file));
    this.others.on('error', () => {});
    this.watchTree(root);
  }

  /** Watches single files or directories besides, whatever is excluded. */
  add(paths: readonly string[]): void {
    if (paths.length > 0) this.others.add([...paths]);
  }

  /**
   * Watches a directory and what is below it anew: it may be another one than before, or was not watched. Does nothing for what
   * is none.
   */
  renew(directory: string): void {
    this.drop(directory);
    if (this.listener.isExcluded(directory) || !isDirectory(directory)) return;
    this.watchTree(directory);
    this.listener.missed(directory);
  }

  /** Ends watching. */
  async end(): Promise<void> {
    this.ended = true;
    this.drop(this.root);
    await this.others.close();
  }

  private drop(directory: string): void {
    // What is below is watched only if it is.
    if (!this.watchers.has(directory)) return;
    const below = `${directory}${path.sep}`;
    for (const [own, watcher] of this.watchers) {
      if (own !== directory && !own.startsWith(below)) continue;
      this.watchers.delete(own);
      watcher.close();
    }
  }

  private watchTree(top: string): void {
    const waiting = [top];
    for (let directory = waiting.pop(); directory !== undefined; directory = waiting.pop()) {
      if (!this.watchOne(directory)) continue;
      for (const name of namesOfDirectories(directory)) {
        const own = path.join(directory, name);
        if (!this.listener.isExcluded(own)) waiting.push(own);
      }
    }
  }

  /** @returns whether it is watched now. */
  private watchOne(directory: string): boolean {
    try {
      const watcher = watchPath(directory, (event, name) => {
        // Events of a watch that was dropped may still be on their way.
        if (this.watchers.get(directory) === watcher) this.tell(directory, event, name);
      });
      // It is gone: its parent reports that.
      watcher.on('error', () => {});
      this.watchers.set(directory, watcher);
      return true;
    } catch {
      // It is gone or may not be read, or the system watches no more: what is in it is looked at when something else changes.
      return false;
    }
  }

  private tell(directory: string, event: string, name: string | null): void {
    if (this.ended) return;
    const file = name === null ? null : path.join(directory, name);
    // Some systems report no name; and a change of the directory itself is reported under its own name, as if something in it had
    // that name.
    if (file === null || name === path.basename(directory) && !exists(file)) {
      this.listener.missed(directory);
      return;
    }
    if (this.listener.isExcluded(file)) return;
    this.listener.changed(file);
    if (event === 'rename') this.renew(file);
  }
}

function exists(file: string): boolean {
  return kindOf(file) !== null;
}

function isDirectory(file: string): boolean {
  return kindOf(file)?.isDirectory() === true;
}

/** Null for what is gone, or may not be looked at. */
function kindOf(file: string): Stats | null {
  try {
    return lstatSync(file);
  } catch {
    return null;
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
