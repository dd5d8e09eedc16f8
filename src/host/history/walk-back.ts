import { daysAfter } from '../../core/base/date.js';
import { ChangedTexts, type TextTurn } from '../../core/history/changed-texts.js';
import type { Cause, Commit, HistoryEvent } from '../../core/history/history-event.js';
import { ruleTurns, type Decisions } from '../../core/history/rule-turns.js';
import type { RuleId } from '../../core/model/rule.js';
import type { ChangedFile, CommitStep } from '../git/commit-steps.js';
import { borderCommits } from '../git/shallow.js';
import { needCommit } from '../git/revision.js';
import type { Session } from '../session/session.js';
import { PastTree } from './past-tree.js';
import type { Basis, Checkpoint, RememberedHistory, PastEvent } from '../memory/history-memory.js';
import { renamedFrom } from './renamed-from.js';

/** What to walk back for. */
interface WalkQuestion {
  /** Relative to the root. */
  readonly path: string;
  /** A rule that is not the catalog's; null for none. */
  readonly rule: RuleId | null;
  readonly since: string | null;
  readonly today: string | null;
}

/** A state that holds, until what came before it is known. */
interface Pending {
  readonly cause: Cause;
  readonly path: string;
  readonly decisions: Decisions;
  /** The day on which it began to hold. */
  readonly day: string;
  /** The contents of the files that changed, as git's object names. */
  readonly files: Map<string, Pick<ChangedFile, 'before' | 'after'>>;
  /** What is told after it: commits whose layer files were wrong. */
  readonly after: PastEvent[];
}

/** Goes back along the first parents of HEAD, and tells what each commit did to the decisions about a path. */
export class WalkBack {
  private readonly past: PastTree;
  private readonly told: PastEvent[] = [];
  private readonly checkpoints: RememberedHistory['checkpoints'][number][] = [];
  private commits = 0;
  private oldest: Commit | null = null;
  private pending: Pending | null = null;
  /** Whether nothing older is asked for. */
  private isAsked = false;
  /** The day until which the tree at hand stood: the earliest day looked at so far. */
  private until: string;
  /** The end of the walk; null while it goes on. */
  private end: RememberedHistory['end'] | null = null;

  /**
   * @param known what an earlier walk has found; null if nothing is known.
   * @throws UsageError without git, or without a commit.
   */
  constructor(
    private readonly session: Session, private readonly question: WalkQuestion, private readonly known: RememberedHistory | null,
  ) {
    this.past = new PastTree(session, question.rule, question.path, needCommit(session.root, 'HEAD', 'history'));
    this.until = question.today ?? session.today;
  }

  /** @throws UsageError if git fails; LayerError if the layer files of the work tree are wrong. */
  async *events(): AsyncGenerator<HistoryEvent> {
    const { path } = this.question;
    const decisions = this.past.decideNow();
    yield { kind: 'now', path, decisions };
    this.pending = { cause: { kind: 'uncommitted' }, path, decisions, day: this.until, files: new Map(), after: [] };
    yield* this.settle();
    let from: string | null = this.past.commit;
    while (from !== null) from = yield* this.walk(from);
    yield* this.beginning();
  }

  /** What the next walk can start from; null if there is nothing, or nothing new. */
  toKeep(): RememberedHistory | null {
    const { end, told, checkpoints, commits, past, known } = this;
    // The commits that a shallow clone lacks may be fetched later, and so may presets that could not be.
    if (end === null || end.since === 'shallow-clone' || told.some((
      event,
    ) => event.kind === 'broken' && event.problems.some(({ detail }) => detail.code === 'preset-not-fetched'))) return null;
    return known !== null && checkpoints[0]?.commit === known.checkpoints[0]?.commit
      ? null
      : { checkpoints, events: told, commits, end, outside: [...new Map([...known?.outside ?? [], ...past.outside])] };
  }

  private tell(event: PastEvent): PastEvent {
    this.told.push(event);
    return event;
  }

  /**
   * Goes back from a commit.
   * @returns the commit to begin with anew, since other files are watched from there on; null at the end.
   */
  private async *walk(from: string): AsyncGenerator<HistoryEvent, string | null> {
    for await (const step of this.past.stepsFrom(from)) {
      const { commit, parent, files } = step;
      if (this.question.since !== null && commit.landed < this.question.since) {
        this.isAsked = true;
        return null;
      }
      this.commits += 1;
      this.oldest = commit;
      if (!this.past.isConcerned(files)) {
        this.past.passBy(step);
        continue;
      }
      const isChanged = yield* this.goBackOver(step);
      if (yield* this.recall()) return null;
      if (isChanged) return parent;
    }
    return null;
  }

  /** Reports what one commit did. @returns whether other files have to be watched from here on. */
  private *goBackOver({ commit, parent, files }: CommitStep): Generator<PastEvent, boolean> {
    const { past } = this;
    const day = this.dayOf(commit);
    const held = past.decide(day);
    if (held.problems === null) {
      yield* this.expiriesSince(day);
      this.pending = {
        cause: { kind: 'commit', commit }, path: past.path, decisions: held.decisions, day, files: new Map(), after: [],
      };
    } else {
      this.pending?.after.push({ kind: 'broken', commit, problems: held.problems });
    }
    this.until = day;
    const wasNew = files.some(({ path, before, after }) => path === past.path && before === null && after !== null);
    const from = wasNew && parent !== null ? renamedFrom(this.session.root, parent, commit.id, past.path) : null;
    if (from !== null) this.pending?.after.push({ kind: 'renamed', commit, from, to: past.path });
    const known = this.pending?.files;
    for (const { path, before, after } of files) known?.set(path, { before, after: known.get(path)?.after ?? after });
    if (parent === null) return false;
    past.undo(parent, files, from);
    yield* this.settle();
    return from !== null || past.hasNewFiles();
  }

  /** Reports the pending change, if the layer files before it are right. */
  private *settle(): Generator<PastEvent> {
    const { pending, past } = this;
    if (pending === null) return;
    const before = past.decide(pending.day);
    if (before.problems !== null) return;
    const texts = new ChangedTexts(
      (file) => (pending.cause.kind === 'uncommitted' ? past.turnSince(file) : textTurn(file, pending.files.get(file), past)),
    );
    const rules = ruleTurns(before.decisions, pending.decisions, texts);
    if (rules.length > 0) yield this.tell({ kind: 'turn', path: pending.path, cause: pending.cause, rules });
    for (const event of pending.after) yield this.tell(event);
    this.pending = null;
  }

  /** Reports which rulings expired while the tree stood as it is. */
  private *expiriesSince(day: string): Generator<PastEvent> {
    const { past } = this;
    for (const last of past.decide(day).lastDays.toReversed()) {
      if (last < day || last >= this.until) continue;
      const end = daysAfter(last, 1);
      const rules = ruleTurns(past.decide(last).decisions, past.decide(end).decisions, null);
      if (rules.length > 0) yield this.tell({ kind: 'turn', path: past.path, cause: { kind: 'expired', day: end }, rules });
    }
  }

  /** At a tree without a pending change: reports the rest from an earlier walk, if one came by here. @returns whether one did. */
  private *recall(): Generator<PastEvent, boolean> {
    if (this.pending !== null) return false;
    const { known } = this;
    const here: Checkpoint = { commit: this.past.commit, path: this.past.path, until: this.until };
    const place = known?.checkpoints.findIndex((
      { commit, path, until },
    ) => commit === here.commit && path === here.path && until === here.until) ?? -1;
    const found = known?.checkpoints[place];
    const [events, commits] = [this.told.length, this.commits];
    this.checkpoints.push({ ...here, events, commits });
    if (known === null || found === undefined) return false;
    for (const later of known.checkpoints.slice(place + 1)) this.checkpoints.push(
      { ...later, events: later.events - found.events + events, commits: later.commits - found.commits + commits },
    );
    for (const event of known.events.slice(found.events)) yield this.tell(event);
    this.commits += known.commits - found.commits;
    this.end = known.end;
    return true;
  }

  /** The last event. */
  private *beginning(): Generator<HistoryEvent> {
    const { pending, past, oldest } = this;
    const installed = packagesOf([...past.outside, ...this.end === null ? [] : this.known?.outside ?? []].map(([file]) => file));
    if (this.end === null) {
      const day = this.dayOf(oldest);
      // Where a tree that is right was reached, nothing is pending.
      if (pending === null) yield* this.expiriesSince(day);
      for (const event of pending?.after ?? []) yield this.tell(event);
      const basis: Basis | null = pending === null ? { commit: past.commit, path: past.path, day }
        : pending.cause.kind === 'commit' ? { commit: pending.cause.commit.id, path: pending.path, day: pending.day }
        : null;
      const since = this.isAsked ? 'asked' : borderCommits(this.session.root).size > 0 ? 'shallow-clone' : 'first-commit';
      if (basis !== null && since !== 'asked') this.end = { path: past.path, oldest, since, basis };
      yield {
        kind: 'beginning',
        path: past.path,
        commit: oldest,
        decisions: pending?.decisions ?? past.decide(day).decisions,
        since,
        commits: this.commits,
        installed,
      };
      return;
    }
    const { path, oldest: first, since, basis } = this.end;
    yield {
      kind: 'beginning',
      path,
      commit: first,
      decisions: past.jumpTo(basis.commit, basis.path).decide(basis.day).decisions,
      since,
      commits: this.commits,
      installed,
    };
  }

  /** The day by which a commit is decided: never after what was looked at before. */
  private dayOf(commit: Commit | null): string {
    return this.question.today ?? (commit !== null && commit.landed < this.until ? commit.landed : this.until);
  }
}

/** The installed packages that files belong to. @param files absolute paths. */
function packagesOf(files: readonly string[]): string[] {
  return [...new Set(files.flatMap((file) => /^.*\/node_modules\/((?:@[^/]+\/)?[^/]+)\//.exec(file)?.[1] ?? []))].sort();
}

function textTurn(own: string, file: Pick<ChangedFile, 'before' | 'after'> | undefined, past: PastTree): TextTurn | undefined {
  return file === undefined ? undefined : { before: past.textOf(file.before, own), after: past.textOf(file.after, own) };
}
