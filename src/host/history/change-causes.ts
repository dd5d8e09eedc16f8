import path from 'node:path';
import { linesOf } from '../../core/base/line-ends.js';
import { ChangedTexts, type TextTurn } from '../../core/history/changed-texts.js';
import { changingLine } from '../../core/history/changing-line.js';
import type { ChangingLine, Commit } from '../../core/history/history-event.js';
import type { LineAuthor } from '../../core/history/line-authors.js';
import type { ChangeCause, ChangeCauses } from '../../core/impact/change-cause.js';
import { guardsBefore } from '../../core/impact/guards-before.js';
import type { RuleChange, WayOfChange } from '../../core/impact/rule-changes.js';
import type { Statement } from '../../core/model/statement.js';
import { readTextFile } from '../files/text-file.js';
import { blameLines } from '../git/blame.js';
import { changesBetween, type ChangedFile } from '../git/commit-steps.js';
import { needCommit } from '../git/revision.js';
import { mayBeCommitted } from './authors-of.js';
import { Blobs, TreeAt } from '../git/tree-at.js';
import { WatchedFiles } from './watched-files.js';

/** Two states of a repository: commits, or the work tree where `to` is null. */
export interface RevisionSides {
  readonly from: string;
  readonly to: string | null;
}

/** Which lines changed the rules between two states, and who wrote or removed them. @throws UsageError if git cannot tell. */
export async function causesOf(root: string, rules: readonly RuleChange[], sides: RevisionSides): Promise<ChangeCauses> {
  const finder = new CauseFinder(root, sides);
  const ways = new Map<WayOfChange, ChangeCause>();
  const removedGuards = new Map<Statement, LineAuthor>();
  for (const way of rules.flatMap((rule) => rule.ways)) {
    ways.set(way, await finder.causeOf(way));
    for (const { before, after } of guardsBefore(way)) {
      const place = before.guard?.place ?? before.place;
      const author = after !== null || place === null ? null : await finder.authorOf({ place, fate: 'removed' });
      if (author !== null) removedGuards.set(before, author);
    }
  }
  return { ways, removedGuards };
}

/** What a commit changed in a file. */
interface CommittedChange extends ChangedFile {
  readonly commit: Commit;
}

/** What a commit holds. */
interface State {
  readonly commit: string;
  readonly tree: TreeAt;
}

class CauseFinder {
  private readonly blobs: Blobs;
  private readonly from: State;
  /** The later commit, or the last one below the work tree. */
  private readonly to: State;
  private readonly isWorkTree: boolean;
  private readonly texts: ChangedTexts;
  private readonly known = new Map<string, LineAuthor | null>();
  private changes: Promise<ReadonlyMap<string, readonly CommittedChange[]>> | null = null;

  constructor(private readonly root: string, { from, to }: RevisionSides) {
    this.blobs = new Blobs(root);
    this.from = this.stateOf(from);
    this.to = this.stateOf(to ?? 'HEAD');
    this.isWorkTree = to === null;
    this.texts = new ChangedTexts((file): TextTurn | undefined => {
      const turn = {
        before: this.textIn(this.from, file), after: this.isWorkTree ? this.textNow(file) : this.textIn(this.to, file),
      };
      return turn.before === turn.after ? undefined : turn;
    });
  }

  async causeOf({ before, after }: WayOfChange): Promise<ChangeCause> {
    const option = before.level !== after.level
      ? null
      : Object.keys(after.options).find((
        name,
      ) => JSON.stringify(before.options[name]?.value) !== JSON.stringify(after.options[name]?.value)) ?? null;
    const line = changingLine({ was: before, is: after, option }, this.texts);
    return { line, author: line === null ? null : await this.authorOf(line) };
  }

  /** Who wrote or removed a line; null if git does not tell. */
  async authorOf({ place: { file, line }, fate }: ChangingLine): Promise<LineAuthor | null> {
    if (!mayBeCommitted(file)) return null;
    const key = JSON.stringify([file, line, fate]);
    let author = this.known.get(key);
    if (author === undefined) {
      this.known.set(key, (author = await this.onlyAuthorOf(file, line, fate)
        ?? (fate === 'removed' ? await this.removerOf(file, line) : this.writerOf(file, line))));
    }
    return author;
  }

  /** The author of the only change of a file, found without a look at its lines; null if it was changed several times. */
  private async onlyAuthorOf(file: string, line: number, fate: ChangingLine['fate']): Promise<LineAuthor | null> {
    if (this.texts.linesOf(file, fate === 'removed' ? 'before' : 'after')?.includes(line) !== true) return null;
    const [first = null, last = null] = [this.from.tree.blobOf(file), this.to.tree.blobOf(file)];
    if (this.isWorkTree && first === last) return 'uncommitted';
    if (this.isWorkTree && this.textNow(file) !== this.textIn(this.to, file)) return null;
    this.changes ??= this.changedFiles();
    const [only, ...others] = (await this.changes).get(file) ?? [];
    return only !== undefined && others.length === 0 && only.before === first && only.after === last
      ? { commit: only.commit, isOldest: false }
      : null;
  }

  /** What each commit between the two states changed, by file. */
  private async changedFiles(): Promise<ReadonlyMap<string, readonly CommittedChange[]>> {
    const found = new Map<string, CommittedChange[]>();
    for await (const { commit, files } of changesBetween(
      this.root, this.from.commit, this.to.commit, new WatchedFiles().patterns(),
    )) {
      for (const change of files) {
        const known = found.get(change.path);
        if (known === undefined) found.set(change.path, [{ commit, ...change }]);
        else known.push({ commit, ...change });
      }
    }
    return found;
  }

  private writerOf(file: string, line: number): LineAuthor | null {
    const known = blameLines(this.root, file, [line], this.isWorkTree ? null : this.to.commit);
    const author = 'failed' in known ? null : known.get(line);
    // Git knows nothing about a file that has never been committed.
    return author
      ?? (this.isWorkTree && this.to.tree.blobOf(file) === undefined && this.textNow(file) !== null ? 'uncommitted' : null);
  }

  /** The author of the last change that left fewer copies of a line in its file. */
  private async removerOf(file: string, line: number): Promise<LineAuthor | null> {
    const text = linesOf(this.textIn(this.from, file) ?? '')[line - 1];
    if (text === undefined) return null;
    const times = (whole: string | null): number => linesOf(whole ?? '').filter((one) => one === text).length;
    if (this.isWorkTree && times(this.textNow(file)) < times(this.textIn(this.to, file))) return 'uncommitted';
    for await (const { commit, files } of changesBetween(this.root, this.from.commit, this.to.commit, [`:(literal)${file}`])) {
      if (files.some(({ before, after }) =>
        times(this.blobs.textOf(after ?? '', file)) < times(this.blobs.textOf(before ?? '', file)))) {
        return { commit, isOldest: false };
      }
    }
    return null;
  }

  private stateOf(revision: string): State {
    const commit = needCommit(this.root, revision, 'impact');
    return { commit, tree: TreeAt.of(this.root, commit) };
  }

  private textIn({ tree }: State, file: string): string | null {
    const blob = tree.blobOf(file);
    return blob === undefined ? null : this.blobs.textOf(blob, file);
  }

  private textNow(file: string): string | null {
    const reading = readTextFile(path.join(this.root, file));
    return 'failed' in reading ? null : reading.text;
  }
}
