import { daysAfter } from '../../core/base/date.js';
import { CONCERNS } from '../../core/catalog/concerns.js';
import { ChangedTexts, type TextTurn } from '../../core/history/changed-texts.js';
import type { Cause, Commit, HistoryEvent, RuleTurn } from '../../core/history/history-event.js';
import { ruleTurns, type Decisions } from '../../core/history/rule-turns.js';
import type { RuleId } from '../../core/model/rule.js';
import type { ChangedFile, CommitStep } from '../git/first-parents.js';
import { askGit } from '../git/git.js';
import { needCommit } from '../git/revision.js';
import { ruleById } from '../project/rule-by-id.js';
import type { Session } from '../session/session.js';
import { PastTree } from './past-tree.js';
import { renamedFrom } from './renamed-from.js';

/** What is asked of the history of a path. */
export interface HistoryQuestion {
  /** Relative to the root. */
  readonly path: string;
  /** The rule in question; null for all. */
  readonly rule: RuleId | null;
  /** The first day to tell of, by the day of the commit, as YYYY-MM-DD; null for everything. */
  readonly since: string | null;
  /** The day that decides what has expired at any time; null for the day of each commit. */
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
  readonly after: HistoryEvent[];
}

/**
 * How the decisions about a path came about, the newest event first.
 * @param target the path as typed. @throws UsageError if git fails, the path is outside, or there is no such rule; LayerError if the layer files of the work tree are wrong.
 */
export function historyOf(session: Session, target: string, asked: Omit<HistoryQuestion, 'path'>): AsyncGenerator<HistoryEvent> {
  session.forget();
  const { catalog } = session.explain(target, asked.rule ?? undefined);
  // A rule with a concern of its own may have been there at another time.
  if (asked.rule !== null && isOwnConcern(asked.rule)) ruleById(asked.rule, catalog);
  return new History(session, { ...asked, path: session.relative(target) }).events();
}

function isOwnConcern(rule: RuleId): boolean {
  return !rule.includes('/') || (CONCERNS as readonly string[]).includes(rule.slice(0, rule.indexOf('/')));
}

/** How a decision came about, the newest event first. */
class History {
  private readonly past: PastTree;
  private commits = 0;
  private oldest: Commit | null = null;
  private pending: Pending | null = null;
  /** Whether nothing older is asked for. */
  private isAsked = false;
  /** The earliest day that has been looked at: what stands in a tree held until then. */
  private until: string;

  constructor(private readonly session: Session, private readonly question: HistoryQuestion) {
    const head = needCommit(session.root, 'HEAD', 'history');
    this.past = new PastTree(session, question.rule, question.path, head);
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

  /** The last event. */
  private *beginning(): Generator<HistoryEvent> {
    const { pending, past, oldest } = this;
    const since = this.isAsked ? 'asked' : this.isShallow() ? 'shallow-clone' : 'first-commit';
    const day = this.dayOf(oldest);
    // Where a tree that is right was reached, nothing is pending.
    if (pending === null) yield* this.expiriesSince(day);
    yield* pending?.after ?? [];
    yield { kind: 'beginning', path: past.path, commit: oldest, decisions: pending?.decisions ?? past.decide(day).decisions, since, commits: this.commits };
  }

  /** The day by which a commit is decided: never after what was looked at before. */
  private dayOf(commit: Commit | null): string {
    return this.question.today ?? (commit !== null && commit.landed < this.until ? commit.landed : this.until);
  }

  /** Goes back from a commit. @returns the commit to begin with anew, since other files are watched from there on; null at the end. */
  private async *walk(from: string): AsyncGenerator<HistoryEvent, string | null> {
    for await (const step of this.past.stepsFrom(from)) {
      const { commit, parent, files } = step;
      if (this.question.since !== null && commit.landed < this.question.since) {
        this.isAsked = true;
        return null;
      }
      this.commits += 1;
      this.oldest = commit;
      if (!this.past.isConcerned(files)) this.past.passBy(step);
      else if (yield* this.goBackOver(step)) return parent;
    }
    return null;
  }

  /** Tells what one commit did. @returns whether other files are to be watched from here on. */
  private async *goBackOver({ commit, parent, files }: CommitStep): AsyncGenerator<HistoryEvent, boolean> {
    const { past } = this;
    const day = this.dayOf(commit);
    const held = past.decide(day);
    if (held.problems === null) {
      yield* this.expiriesSince(day);
      this.pending = { cause: { kind: 'commit', commit }, path: past.path, decisions: held.decisions, day, files: new Map(), after: [] };
    } else {
      this.pending?.after.push({ kind: 'broken', commit, problems: held.problems });
    }
    this.until = day;
    const wasNew = files.some(({ path, before, after }) => path === past.path && before === null && after !== null);
    const from = wasNew && parent !== null ? renamedFrom(this.session.root, parent, commit.id, past.path) : null;
    if (from !== null) this.pending?.after.push({ kind: 'renamed', commit, from, to: past.path });
    this.remember(files);
    if (parent === null) return false;
    past.undo(parent, files, from);
    yield* this.settle();
    return from !== null || past.hasNewFiles();
  }

  /** Notes which contents a change began and ended with. */
  private remember(files: readonly ChangedFile[]): void {
    const known = this.pending?.files;
    for (const { path, before, after } of files) known?.set(path, { before, after: known.get(path)?.after ?? after });
  }

  /** Tells the pending change, if what came before it is right. */
  private *settle(): Generator<HistoryEvent> {
    const { pending, past } = this;
    if (pending === null) return;
    const before = past.decide(pending.day);
    if (before.problems !== null) return;
    const texts = new ChangedTexts((file) => (pending.cause.kind === 'uncommitted' ? past.turnSince(file) : textTurn(pending.files.get(file), past)));
    yield* this.turn(pending.path, pending.cause, ruleTurns(before.decisions, pending.decisions, texts));
    yield* pending.after;
    this.pending = null;
  }

  /** Tells which rulings ended while the tree stood as it is. */
  private *expiriesSince(day: string): Generator<HistoryEvent> {
    const { past } = this;
    for (const last of past.decide(day).lastDays.toReversed()) {
      if (last < day || last >= this.until) continue;
      const end = daysAfter(last, 1);
      yield* this.turn(past.path, { kind: 'expired', day: end }, ruleTurns(past.decide(last).decisions, past.decide(end).decisions, null));
    }
  }

  /** Tells a change, as far as it is about the rule in question. */
  private *turn(path: string, cause: Cause, all: readonly RuleTurn[]): Generator<HistoryEvent> {
    const { rule } = this.question;
    const rules = all.filter((turn) => rule === null || turn.rule === rule);
    if (rules.length > 0) yield { kind: 'turn', path, cause, rules };
  }

  private isShallow(): boolean {
    const answer = askGit(this.session.root, ['rev-parse', '--is-shallow-repository']);
    return 'out' in answer && answer.out.trim() === 'true';
  }
}

function textTurn(file: Pick<ChangedFile, 'before' | 'after'> | undefined, past: PastTree): TextTurn | undefined {
  return file === undefined ? undefined : { before: past.textOf(file.before), after: past.textOf(file.after) };
}
