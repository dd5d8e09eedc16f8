import { NOTHING_EXPECTED } from '../../core/expectations/broken-expectation.js';
import path from 'node:path';
import { isDate } from '../../core/base/date.js';
import { Ledger } from '../../core/ledger/ledger.js';
import type { KeptEntry, NewEntry } from '../../core/ledger/write-ledger.js';
import type { Finding } from '../../core/model/finding.js';
import type { AccountedEntry, EntryState, LedgerEntry, LedgerStatus } from '../../core/model/ledger.js';
import { compareLevels, type ActiveLevel } from '../../core/model/level.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { LedgerChange, LedgerReport } from '../../core/ledger/ledger-report.js';
import type { ReportBase } from '../../core/cascade/report-base.js';
import { UsageError } from '../files/errors.js';
import { LEDGER_FILE } from '../files/own-files.js';
import { ledgerChange, openLedger, readLedgerFile, shortCode, type LedgerReading } from '../inspection/ledger-file.js';
import { selectedRules } from '../project/selected-rules.js';
import type { FileChange } from '../writing/file-change.js';
import { whileWriting } from '../writing/while-writing.js';
import type { Writer } from '../writing/writer.js';
import type { Session } from '../session/session.js';

/** Which entries or findings to act on. */
interface LedgerChoice {
  /** Files, directories, FILE:LINE, or fingerprints; all if empty. */
  readonly places: readonly string[];
  /** Selectors of rules; all if empty. */
  readonly rules: readonly string[];
}

/** Which entries to act on. */
interface EntryChoice extends LedgerChoice {
  readonly status: LedgerStatus | null;
  readonly state: EntryState | null;
}

/** The decision about findings. */
export interface Verdict {
  readonly status: LedgerStatus | null;
  readonly because: string | null;
  /** A day as YYYY-MM-DD; `never` for none; null to leave it unchanged. */
  readonly until: string | null;
}

/** Shows and changes the ledger. Every method throws a LayerError if the ledger or a layer file is wrong. */
export class LedgerDesk {
  private readonly session: Session;
  private readonly root: string;
  private readonly today: string;

  constructor(session: Session) {
    this.session = session.with({ personalFile: null });
    this.root = session.root;
    this.today = session.today;
  }

  /** The entries, each with its state. @throws UsageError if a rule is unknown. */
  async list(choice: EntryChoice): Promise<LedgerReport> {
    const { entries, base } = await this.account(choice);
    return { ...base, entries };
  }

  /**
   * Adds entries for findings that have none yet.
   * @param level findings of this level and above.
   * @param writes whether to write the ledger; if not, the answer says what would be written.
   */
  take(choice: LedgerChoice, level: ActiveLevel | null, verdict: Verdict, writes: boolean): Promise<LedgerChange> {
    return this.alone(writes, (writer) => this.takeNow(choice, level, verdict, writer));
  }

  private async takeNow(
    choice: LedgerChoice, level: ActiveLevel | null, verdict: Verdict, writer: Writer | null,
  ): Promise<LedgerChange> {
    const status = verdict.status ?? 'accepted';
    this.checkVerdict(verdict);
    const until = verdict.until === 'never' ? null : verdict.until;
    if (status === 'planned' && until === null) throw new UsageError({ code: 'planned-needs-date', entry: null });
    const reading = readLedgerFile(this.root);
    const ledger = openLedger(this.root, this.today, reading);
    const report = await this.session.check(choice.places);
    const rules = selectedRules(choice.rules, report.catalog);
    const isWanted = (finding: Finding): boolean =>
      finding.excused === null && finding.path !== LEDGER_FILE && !ledger.holds(finding)
        && (rules === null || rules.has(finding.rule)) && (level === null || compareLevels(finding.level, level) >= 0);
    const wanted = report.files.flatMap(({ findings, rules: { set } }) =>
      findings.all.filter(isWanted).map((finding) => ({ finding, isRefused: set.rules.get(finding.rule)?.ledger === 'refuse' })));
    const refused = wanted.filter(({ isRefused }) => isRefused).map(({ finding }) => finding);
    const added = wanted.filter(({ isRefused }) => !isRefused).map(({ finding }) =>
      this.entryFor(finding, { status, because: verdict.because, until }));
    return this.write(reading, [...kept(reading, ledger), ...added.map((entry) => ({ added: entry }))], report, writer, refused);
  }

  /**
   * The change of the ledger that takes in one finding of a file, which nobody has written yet.
   * @throws UsageError if there is none, or a ruling refuses it.
   */
  async takingOne(file: string, fingerprint: string, because: string): Promise<FileChange> {
    const reading = readLedgerFile(this.root, this.session.openText(path.join(this.root, LEDGER_FILE)));
    const ledger = openLedger(this.root, this.today, reading);
    const { files } = await this.session.check([file]);
    const found = files.flatMap(({ findings, rules: { set } }) =>
      findings.all.filter((finding) => finding.fingerprint === fingerprint)
        .map((finding) => ({ finding, isRefused: set.rules.get(finding.rule)?.ledger === 'refuse' })));
    const [one] = found;
    if (one === undefined || ledger.holds(one.finding)) throw new UsageError({ code: 'finding-gone' });
    if (one.isRefused) throw new UsageError({ code: 'ledger-refused', rule: one.finding.rule });
    const entry = this.entryFor(one.finding, { status: 'accepted', because, until: null });
    return ledgerChange(this.root, reading, [...kept(reading, ledger), { added: entry }]) as FileChange;
  }

  private entryFor(
    { path, rule, fingerprint, span: { start } }: Finding, verdict: Pick<LedgerEntry, 'status' | 'because' | 'until'>,
  ): LedgerEntry {
    const code = shortCode(this.session.linesOf(path)[start.line - 1] ?? '');
    return { path, rule, line: start.line, code: code === '' ? null : code, fingerprint, ...verdict, since: this.today };
  }

  /** Changes the chosen entries. @throws UsageError if none is chosen or the verdict is empty. */
  set(choice: EntryChoice, verdict: Verdict, writes: boolean): Promise<LedgerChange> {
    return this.alone(writes, (writer) => this.setNow(choice, verdict, writer));
  }

  private async setNow(choice: EntryChoice, verdict: Verdict, writer: Writer | null): Promise<LedgerChange> {
    this.checkVerdict(verdict);
    if (verdict.status === null && verdict.because === null && verdict.until === null) {
      throw new UsageError({ code: 'no-change-named' });
    }
    const { entries, base, reading, ledger } = await this.account(choice);
    if (entries.length === 0) throw new UsageError({ code: 'no-entry' });
    const chosen = new Set(entries.map(({ entry }) => entry));
    const changes = changesOf(verdict);
    const next = kept(reading, ledger).map((entry) => (chosen.has(entry.kept)
      ? { kept: entry.kept, changes: realChanges(entry.kept, { ...entry.changes, ...changes }) }
      : entry));
    const undated = next.find(({ kept: entry, changes: own }) =>
      chosen.has(entry) && ({ ...entry, ...own }).status === 'planned' && ({ ...entry, ...own }).until === null);
    if (undated !== undefined) throw new UsageError({ code: 'planned-needs-date', entry: undated.kept });
    return this.write(reading, next, base, writer);
  }

  /** Drops entries whose findings are gone, and duplicate entries. */
  prune(choice: LedgerChoice, writes: boolean): Promise<LedgerChange> {
    return this.alone(writes, async (writer) => {
      const { reading, next, base } = await this.pruned(choice);
      return this.write(reading, next, base, writer);
    });
  }

  /** The change that drops them; null if there are none. */
  async pruning(): Promise<FileChange | null> {
    const { reading, next } = await this.pruned({ places: [], rules: [] });
    return next.length === reading.entries.length ? null : ledgerChange(this.root, reading, next);
  }

  private async pruned(
    choice: LedgerChoice,
  ): Promise<{ readonly reading: LedgerReading; readonly next: readonly NewEntry[]; readonly base: ReportBase }> {
    const { entries, base, reading, ledger } = await this.account({ ...choice, status: null, state: null });
    const met = new Set<Finding>();
    const idle = new Set(entries.filter(({ state, finding }) => {
      if (state === 'gone') return true;
      const isDouble = finding !== null && met.has(finding);
      if (finding !== null) met.add(finding);
      return isDouble;
    }).map(({ entry }) => entry));
    return { reading, next: kept(reading, ledger).filter((entry) => !idle.has(entry.kept)), base };
  }

  private alone<Result>(writes: boolean, work: (writer: Writer | null) => Promise<Result>): Promise<Result> {
    return writes ? whileWriting(this.root, this.session.run.watch, work) : work(null);
  }

  private async account(
    { places, rules, status, state }: EntryChoice,
  ): Promise<{ entries: AccountedEntry[]; base: ReportBase; reading: LedgerReading; ledger: Ledger }> {
    const reading = readLedgerFile(this.root);
    const ledger = openLedger(this.root, this.today, reading);
    const report = await this.checkFor(reading);
    const selected = selectedRules(rules, report.catalog);
    const isMeant = this.placeTest(places);
    const entries = report.ledger.filter((accounted) => isMeant(accounted)
      && (selected === null || selected.has(accounted.entry.rule))
      && (status === null || accounted.entry.status === status) && (state === null || accounted.state === state));
    // The report has read the ledger itself.
    return {
      entries: entries.map((accounted) => ({ ...accounted, entry: reading.entries[accounted.entry.index] ?? accounted.entry })),
      base: report,
      reading,
      ledger,
    };
  }

  /** Without entries there is nothing to check. */
  private async checkFor({ entries }: LedgerReading): Promise<CheckReport> {
    if (entries.length > 0) return this.session.check();
    return {
      ...this.session.catalog(),
      files: [],
      skipped: [],
      misreadWaivers: [],
      failOn: 'never',
      confidence: null,
      guardedOut: [],
      expectations: NOTHING_EXPECTED,
      ledger: [],
      since: null,
    };
  }

  private placeTest(places: readonly string[]): (accounted: AccountedEntry) => boolean {
    if (places.length === 0) return () => true;
    const tests = places.map((place): ((accounted: AccountedEntry) => boolean) => {
      if (/^[0-9a-f]{16}$/.test(place)) return ({ entry }) => entry.fingerprint === place;
      const [, file, line] = /^(.+):(\d+)(?::\d+)?$/s.exec(place) ?? [];
      const isLine = file !== undefined && !this.session.exists(place);
      const own = this.session.relative(isLine ? file : place);
      return ({ entry, path, finding }) => [path, entry.path].some((at) => own === '' || at === own || at.startsWith(`${own}/`))
        && (!isLine || (finding?.span.start.line ?? entry.line) === Number(line));
    });
    return (accounted) => tests.some((test) => test(accounted));
  }

  private checkVerdict({ because, until }: Verdict): void {
    if (because !== null && because.trim() === '') throw new UsageError({ code: 'reason-empty' });
    if (because !== null && /[\0-\x1f\x7f]/.test(because)) throw new UsageError({ code: 'reason-not-text' });
    if (until === null || until === 'never') return;
    if (!isDate(until)) throw new UsageError({ code: 'bad-date', text: until, orNever: true });
    if (until < this.today) throw new UsageError({ code: 'past-date', until, excuses: 'entries' });
  }

  private write(
    reading: LedgerReading,
    next: readonly NewEntry[],
    { catalog, usesStarter, incomplete, notices }: ReportBase,
    writer: Writer | null,
    refused: readonly Finding[] = [],
  ): LedgerChange {
    const staying = new Set(next.flatMap((entry) => ('kept' in entry ? [entry.kept] : [])));
    const changed = next.flatMap(
      (entry) => ('kept' in entry && Object.keys(entry.changes).length > 0 ? [{ ...entry.kept, ...entry.changes }] : []),
    );
    const added = next.flatMap((entry) => ('added' in entry ? [entry.added] : []));
    const dropped = reading.entries.filter((entry) => !staying.has(entry));
    const isIdle = changed.length + added.length + dropped.length === 0;
    const change = writer === null || isIdle ? null : ledgerChange(this.root, reading, next);
    const failed = change === null ? null : writer?.write(change) ?? null;
    return { catalog, usesStarter, incomplete, notices, added, changed, dropped, refused, size: next.length, failed };
  }
}

/** The entries; those whose files git has renamed get their new paths. */
function kept({ entries }: LedgerReading, ledger: Ledger): KeptEntry[] {
  return entries.map(
    (entry) => ({ kept: entry, changes: ledger.pathOf(entry) === entry.path ? {} : { path: ledger.pathOf(entry) } }),
  );
}

function changesOf({ status, because, until }: Verdict): Partial<LedgerEntry> {
  return {
    ...(status !== null && { status }),
    ...(because !== null && { because }),
    ...(until !== null && { until: until === 'never' ? null : until }),
  };
}

function realChanges(entry: LedgerEntry, changes: Partial<LedgerEntry>): Partial<LedgerEntry> {
  return Object.fromEntries(Object.entries(changes).filter(([key, value]) => entry[key as keyof LedgerEntry] !== value));
}
