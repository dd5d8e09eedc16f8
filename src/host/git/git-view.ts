import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, readlinkSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describeSystemError } from '../files/errors.js';
import { linkStatsAt, statsAt } from '../files/stats.js';
import { removeAbandonedViews, VIEW_PREFIX } from './abandoned-views.js';
import { readRegularFile, readSmallFile, type Repository } from './find-repository.js';
import { runGit, runToFailure, type GitCall, type GitFailure, type GitLimits, type GitResult } from './git-program.js';
import { dataSettings } from './repository-settings.js';

/** The largest list of borders of a shallow clone, and the largest .mailmap, in bytes. */
const LARGEST_LIST = 16 * 1024 * 1024;

/**
 * A repository as git is shown it: a git directory of our own, for one question. Its settings are ours, its objects and branches
 * are the repository's, and its work tree is empty but for what we put there. So git reads neither the settings of the repository
 * nor its attributes, hooks, or files: nothing that these name can be run, however it is called and whatever a later git may run
 * for it. Nothing is written in the repository.
 */
export class GitView {
  private constructor(private readonly folder: string, private readonly repository: Repository) {}

  /** @throws the system's error if there is no room for it. The caller must close it. */
  static open(repository: Repository): GitView {
    removeAbandonedViews();
    const view = new GitView(mkdtempSync(path.join(tmpdir(), VIEW_PREFIX)), repository);
    try {
      view.build();
      return view;
    } catch (error) {
      view.close();
      throw error;
    }
  }

  /** Removes it. */
  close(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** How git is started by this view, in the directory in question. */
  call(args: readonly string[]): GitCall {
    return {
      args: ['-C', path.join(this.tree, this.repository.prefix), '-c', 'core.quotePath=false', ...args],
      directory: this.folder,
      settings: 'none',
      env: {
        GIT_DIR: this.own, GIT_WORK_TREE: this.tree,
        // Neither the user's nor the machine's settings can name a command that a repository's attributes then ask for.
        GIT_CONFIG_NOSYSTEM: '1',
        GIT_ATTR_NOSYSTEM: '1',
        GIT_CONFIG_GLOBAL: path.join(this.folder, 'none'),
        HOME: this.folder,
        XDG_CONFIG_HOME: this.folder,
        // No transport, whoever asks for it: objects that a partial clone lacks stay missing.
        GIT_ALLOW_PROTOCOL: '', GIT_NO_LAZY_FETCH: '1',
        // A commit holds what its name says, whatever the repository would have in its place.
        GIT_NO_REPLACE_OBJECTS: '1',
      },
    };
  }

  run(args: readonly string[], limits?: GitLimits): GitResult {
    return runGit(this.call(args), limits);
  }

  /** What git wrote, even if it failed in the end. */
  runToFailure(args: readonly string[], limits?: GitLimits): ReturnType<typeof runToFailure> {
    return runToFailure(this.call(args), limits);
  }

  /** Where the work tree's files would be. */
  get tree(): string {
    return path.join(this.folder, 'tree');
  }

  /** Where objects can be written that only this view has. */
  get objects(): string {
    return path.join(this.common, 'objects');
  }

  /** Puts a file into the empty work tree. @param own relative to the directory in question. */
  place(own: string, bytes: Buffer): void {
    this.placeInTree(path.posix.join(this.repository.prefix, own), bytes);
  }

  /** The same, relative to the work tree. */
  placeInTree(file: string, bytes: Buffer): void {
    const absolute = path.join(this.tree, file);
    mkdirSync(path.dirname(absolute), { recursive: true });
    writeFileSync(absolute, bytes);
  }

  /** Puts a file among what git keeps of a repository itself. */
  placeInfo(name: string, bytes: Buffer): void {
    mkdirSync(path.join(this.common, 'info'), { recursive: true });
    writeFileSync(path.join(this.common, 'info', name), bytes);
  }

  /** Shows git a copy of the index; without one, it has none. */
  addIndex(): void {
    const { own } = this.repository;
    if (linkStatsAt(path.join(own, 'index'))?.isFile() !== true) return;
    copyFileSync(path.join(own, 'index'), path.join(this.own, 'index'));
    // gitformat-index(5), "Split index": the larger part lies beside it.
    for (const name of readdirSync(own)) {
      if (/^sharedindex\.[0-9a-f]+$/.test(name)) this.link(path.join(own, name), path.join(this.own, name), 'file');
    }
  }

  private get own(): string {
    return path.join(this.folder, 'own');
  }

  private get common(): string {
    return path.join(this.folder, 'common');
  }

  /** gitrepository-layout(5): laid out like one of several work trees, which is what any work tree can be. */
  private build(): void {
    const { own, common, workTree, prefix } = this.repository;
    for (const directory of [this.own, path.join(this.objects, 'info'), path.join(this.tree, prefix)]) {
      mkdirSync(directory, { recursive: true });
    }
    writeFileSync(path.join(this.own, 'HEAD'), headOf(own));
    writeFileSync(path.join(this.own, 'commondir'), '../common\n');
    writeFileSync(path.join(this.common, 'config'), dataSettings(readSmallFile(path.join(common, 'config'), LARGEST_LIST) ?? ''));
    this.link(path.join(common, 'objects'), path.join(this.folder, 'objects'), 'directory');
    writeFileSync(path.join(this.objects, 'info', 'alternates'), '../../objects\n');
    for (const name of ['refs', 'logs', 'reftable']) {
      this.link(path.join(common, name), path.join(this.common, name), 'directory');
      this.link(path.join(own, name), path.join(this.own, name), 'directory');
    }
    this.link(path.join(common, 'packed-refs'), path.join(this.common, 'packed-refs'), 'file');
    for (const name of readdirSync(own)) {
      if (/^[A-Z_]+_HEAD$/.test(name)) this.copy(path.join(own, name), path.join(this.own, name));
    }
    this.copy(path.join(common, 'shallow'), path.join(this.common, 'shallow'));
    // gitmailmap(5): the only file of the work tree that git needs to see.
    this.copy(path.join(workTree, '.mailmap'), path.join(this.tree, '.mailmap'));
  }

  /** Leads to a file or directory of the repository, if there is one of this kind. */
  private link(from: string, to: string, kind: 'file' | 'directory'): void {
    const stats = statsAt(from);
    if (kind === 'file' ? stats?.isFile() !== true : stats?.isDirectory() !== true) return;
    // Where links need a privilege, directories can be joined and files copied.
    if (process.platform === 'win32' && kind === 'file') copyFileSync(from, to);
    else symlinkSync(from, to, 'junction');
  }

  private copy(from: string, to: string): void {
    const bytes = linkStatsAt(from)?.isFile() === true ? readRegularFile(from, LARGEST_LIST) : null;
    if (bytes !== null) writeFileSync(to, bytes);
  }
}

/** A view of a repository, or why there is none. The caller must close it. */
export function openView(repository: Repository): GitView | GitFailure {
  try {
    return GitView.open(repository);
  } catch (error) {
    return { failed: `no folder for git can be made in ${tmpdir()}: ${describeSystemError(error)}` };
  }
}

/** Runs git by a view of its own. */
export function withView<T>(repository: Repository, use: (view: GitView) => T): T | GitFailure {
  const view = openView(repository);
  if ('failed' in view) return view;
  try {
    return use(view);
  } finally {
    view.close();
  }
}

/** HEAD may be a link to a branch, as it was in old repositories. */
function headOf(own: string): string {
  const head = path.join(own, 'HEAD');
  if (linkStatsAt(head)?.isSymbolicLink() !== true) return readSmallFile(head) ?? '';
  const target = readlinkSync(head);
  return target.startsWith('refs/') ? `ref: ${target}\n` : readSmallFile(head) ?? '';
}
