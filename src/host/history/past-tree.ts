import path from 'node:path';
import type { TextTurn } from '../../core/history/changed-texts.js';
import type { Decisions } from '../../core/history/rule-turns.js';
import type { RuleId } from '../../core/model/rule.js';
import { LAYER_FILE } from '../files/own-files.js';
import { readTextFile } from '../files/text-file.js';
import { firstParents, type ChangedFile, type CommitStep } from '../git/commit-steps.js';
import { Blobs, TreeAt } from '../git/tree-at.js';
import { atRevision } from '../git/unreadable.js';
import type { Session } from '../session/session.js';
import { decideTree, type DecidedTree } from './decided-tree.js';
import { digestOfFile, type RememberedHistory } from '../memory/history-memory.js';
import { WatchedFiles } from './watched-files.js';

/** The number of characters of a commit's name that are shown. */
const SHORT = 10;

/** The most commits with changes that are read ahead, so that git is asked for many texts at once. */
const MOST_AHEAD = 256;

/** The project as it was at a commit, going back in time, and what it decided about a path. */
export class PastTree {
  private readonly watched = new WatchedFiles();
  private readonly blobs: Blobs;
  private tree: TreeAt;
  /** The decisions on the tree, by the number of its rulings that have expired. */
  private readonly decided = new Map<number, DecidedTree>();
  private latest: DecidedTree | null = null;
  private hasGrown = false;
  /** The files outside the commits that were read, with digests of their contents. */
  private readonly read = new Map<string, string>();

  /** @param path the path in question, relative to the root. @param commit the commit to begin with. */
  constructor(
    private readonly session: Session, private readonly rule: RuleId | null, public path: string, public commit: string,
  ) {
    this.blobs = new Blobs(session.root);
    this.tree = TreeAt.of(session.root, commit);
  }

  /** What the work tree decides. @throws LayerError if its layer files are wrong. */
  decideNow(): Decisions {
    return this.session.explain(path.join(this.session.root, this.path), this.rule ?? undefined).rules.decisions;
  }

  /** What the tree decides on a day. */
  decide(day: string): DecidedTree {
    const expired = this.latest?.lastDays.filter((last) => last < day).length;
    const known = expired === undefined ? undefined : this.decided.get(expired);
    if (known !== undefined) return known;
    return atRevision(this.commit.slice(0, SHORT), () => {
      const { session, rule, blobs } = this;
      const reads = (file: string): void => void (this.read.has(file) || this.read.set(file, digestOfFile(file)));
      let found = decideTree({ session, tree: this.tree, blobs, rule, reads }, this.path, day);
      while (this.watched.add(found.asked)) {
        // Git was not asked what happened to these files on the way here.
        this.hasGrown = true;
        this.tree = TreeAt.of(session.root, this.commit);
        found = decideTree({ session, tree: this.tree, blobs, rule, reads }, this.path, day);
      }
      this.latest = found;
      this.decided.set(found.lastDays.filter((last) => last < day).length, found);
      return found;
    });
  }

  /** Goes to any commit. @param own the path there. */
  jumpTo(commit: string, own: string): this {
    this.tree = TreeAt.of(this.session.root, commit);
    this.undo(commit, [], own);
    return this;
  }

  /** The files outside the commits that were read, with digests of their contents. */
  get outside(): RememberedHistory['outside'] {
    return [...this.read];
  }

  /** The commits from one on, along first parents, with what each did to the files that may decide. */
  async *stepsFrom(commit: string): AsyncGenerator<CommitStep> {
    this.hasGrown = false;
    let ahead: CommitStep[] = [];
    let most = 1;
    let changing = 0;
    for await (const step of firstParents(this.session.root, commit, this.watched.patternsWith(this.path))) {
      ahead.push(step);
      if (step.files.length > 0) changing += 1;
      if (changing < most) continue;
      yield* this.withTexts(ahead);
      [ahead, changing, most] = [[], 0, Math.min(most * 2, MOST_AHEAD)];
    }
    yield* this.withTexts(ahead);
  }

  private *withTexts(steps: readonly CommitStep[]): Generator<CommitStep> {
    this.blobs.fetch(steps.flatMap(({ files }) =>
      files.flatMap(({ path: own, before }) => (before !== null && this.latest?.asked.has(own) === true ? [before] : []))));
    yield* steps;
  }

  /** Whether changes may have made the tree decide as it does. */
  isConcerned(files: readonly ChangedFile[]): boolean {
    const { latest } = this;
    return files.some(({ path: own, before, after }) => own === this.path || latest?.asked.has(own) === true
      || (latest?.asksAll === true && path.posix.basename(own) === LAYER_FILE && (before === null) !== (after === null)));
  }

  /** Goes back over a commit that did nothing to the decision. */
  passBy({ commit, parent, files }: CommitStep): void {
    this.tree.undo(files);
    this.commit = parent ?? commit.id;
  }

  /**
   * Goes back to a commit.
   * @param files what the commit after it changed.
   * @param from the path that the file had; null if it had the same one.
   */
  undo(commit: string, files: readonly ChangedFile[], from: string | null): void {
    this.tree.undo(files);
    this.commit = commit;
    this.decided.clear();
    this.latest = null;
    if (from !== null) this.path = from;
  }

  /** Whether a file decides here that was not watched on the way. */
  hasNewFiles(): boolean {
    return this.hasGrown;
  }

  /**
   * The text of git's blob; null without one.
   * @param own the file that it is the text of.
   * @throws IncompleteError if it cannot be read.
   */
  textOf(blob: string | null, own: string): string | null {
    return blob === null ? null : this.blobs.textOf(blob, own);
  }

  /** A file here, and in the work tree; undefined if it is the same. */
  turnSince(file: string): TextTurn | undefined {
    const before = this.textOf(this.tree.blobOf(file) ?? null, file);
    const reading = readTextFile(path.join(this.session.root, file));
    const after = 'failed' in reading ? null : reading.text;
    return before === after ? undefined : { before, after };
  }
}
