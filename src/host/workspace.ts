import path from 'node:path';
import type { Explanation } from '../core/cascade/explanation.js';
import type { PresetReport, PresetSummary } from '../core/cascade/preset-report.js';
import type { ReportBase } from '../core/cascade/report-base.js';
import type { ResolveReport } from '../core/cascade/resolve-report.js';
import type { RulePage } from '../core/cascade/rule-page.js';
import type { CompareReport } from '../core/compare/compare-report.js';
import type { DoctorReport } from '../core/doctor/doctor-report.js';
import type { ImpactReport, PinUpdate } from '../core/impact/impact-report.js';
import type { CheckQuestion } from './questions/check-question.js';
import type { CheckReport } from '../core/inspect/check-report.js';
import { explainLine } from '../core/inspect/explain-line.js';
import type { FixReport } from '../core/inspect/fix-report.js';
import type { StatusReport } from '../core/inspect/status-report.js';
import type { LineExplanation, RuleExcuses } from '../core/inspect/line-explanation.js';
import type { RuleId } from '../core/model/rule.js';
import type { ScopeReport } from '../core/scope/scope-report.js';
import { LedgerDesk } from './desks/ledger-desk.js';
import type { MendReport } from './desks/mend.js';
import { RuleDesk } from './desks/rule-desk.js';
import { WaiverDesk } from './desks/waiver-desk.js';
import { UsageError } from './files/errors.js';
import { findProjectRoot } from './files/project-root.js';
import { statsAt } from './files/stats.js';
import { needLine, type FilePlace } from './files/target-path.js';
import type { Watch } from './files/watch.js';
import { builtInPresets } from './layers/built-in-presets.js';
import { runSettings, type RunSettings, type WorkspaceOptions } from './layers/run-settings.js';
import { ruleById } from './project/rule-by-id.js';
import { rulePage } from './project/rule-page.js';
import { selectedRules } from './project/selected-rules.js';
import { excusesOf } from './session/rule-excuses.js';
import { needQueries } from './inspection/need-queries.js';
import { knowingQuestionFor } from './session/knowing-question.js';
import { Session } from './session/session.js';
import { completeEarlier, whileWriting } from './writing/while-writing.js';
import type { Writer } from './writing/writer.js';
import type { FixQuestion } from './questions/change-questions.js';

/**
 * Opens the project around a directory.
 * @param keeps whether what is known is kept between questions.
 * @throws UsageError if the root is not a directory or an option is wrong.
 */
export function openWorkspace(options: WorkspaceOptions = {}, keeps = false): Workspace {
  const directory = path.resolve(options.directory ?? '.');
  if (statsAt(directory)?.isDirectory() !== true) {
    throw new UsageError({ code: 'no-directory', path: options.directory ?? directory });
  }
  return new Workspace(new Session(findProjectRoot(directory, options.root), directory, runSettings(options)), keeps);
}

/**
 * A project to ask questions about, and to change.
 * Every method throws a LayerError if a layer file it reads is wrong, and a UsageError if a path is.
 */
// elvar waive size/class-members because each question of the library is a method
export class Workspace {
  /** @param keeps whether what is known is kept between questions, until the session is told of a change. */
  constructor(readonly session: Session, private readonly keeps = false) {}

  /** The project root, real and absolute. */
  get root(): string {
    return this.session.root;
  }

  /** The observer of long runs. */
  get watch(): Watch {
    return this.session.run.watch;
  }

  /** The session, with nothing kept unless it is told of changes. */
  private get fresh(): Session {
    if (!this.keeps) this.session.forget();
    return this.session;
  }

  /** A path for display: relative to the root. @throws UsageError if it is outside. */
  relative(target: string): string {
    return this.session.relative(target);
  }

  /** Whether a path exists in the project. */
  exists(target: string): boolean {
    return this.session.exists(target);
  }

  /** Whether a path is a directory in the project. */
  isDirectory(target: string): boolean {
    return this.session.isDirectory(target);
  }

  /** Which files are checked, and why are the others not? Opens the files. */
  scope(paths: readonly string[] = []): ScopeReport {
    return this.fresh.scope(paths);
  }

  /**
   * What is the effective rule set of every file? Opens no source file but where `opens` allows it.
   * @param rule the rule in question, if there is one.
   */
  resolve(paths: readonly string[] = [], rule?: RuleId, opens = false): ResolveReport {
    return this.fresh.resolve(paths, rule, opens);
  }

  /** Why is it so for this path? The path need not exist. @param rule the rule in question, if there is one. */
  explain(target: string, rule?: RuleId): Explanation {
    return this.fresh.explain(target, rule);
  }

  /** Why is it so on this line? Throws a UsageError if there is no such file or line. */
  async explainLine({ file: target, line, column }: FilePlace, rule?: RuleId): Promise<LineExplanation> {
    const session = this.fresh;
    const explanation = session.explain(target, rule);
    const report = await session.check([target]);
    const lines = session.linesOf(explanation.path);
    if (lines.length > 0) needLine(line, lines, explanation.path);
    return explainLine(explanation, report, { line, column });
  }

  /** What excuses findings of a rule in a file: its waivers, if it is checked, and its ledger entries. */
  async excusesFor(target: string, rule: RuleId): Promise<RuleExcuses> {
    return excusesOf(this.fresh, rule, target, this.session.ledger());
  }

  /**
   * How do the rules of two files, directories or presets differ? Presets are named as in layer files; anything else is a path.
   */
  compare(first: string, second: string): CompareReport {
    return this.fresh.compare(first, second);
  }

  /** All rules: Elvar's own and the project's house rules. */
  catalog(): ReportBase {
    return this.fresh.catalog();
  }

  /** Everything about a rule, and where it is in force in this project. @throws UsageError when there is no such rule. */
  async rulePage(id: RuleId): Promise<RulePage> {
    const report = this.resolve([], id);
    const rule = ruleById(id, report.catalog);
    await needQueries(this.root, report.catalog);
    // What the built-in presets say by themselves, whatever the command line sets.
    const plain = this.session.with({ set: [] });
    return rulePage(rule, report, rule.house === null ? builtInPresets().map((reference) => plain.preset(reference)) : []);
  }

  /** The presets that come with Elvar. */
  presets(): PresetSummary[] {
    return this.fresh.presets();
  }

  /** What is in this preset, once everything it adopts is merged? */
  preset(name: string): PresetReport {
    return this.fresh.preset(name);
  }

  /**
   * What does the code violate?
   * @throws LayerError also if the ledger is wrong; UsageError if git knows no such revision; the signal's reason if it is
   *   aborted.
   */
  check(paths: readonly string[] = [], question: CheckQuestion = {}): Promise<CheckReport> {
    return this.fresh.check(paths, question);
  }

  /** What was last found in each file, and what has changed since? Parses nothing. */
  async status(paths: readonly string[] = []): Promise<StatusReport> {
    const { statusOfProject } = await import('./session/status.js');
    return statusOfProject(this.fresh, paths);
  }

  /** This workspace, with what is known kept between questions; its session is told what changes. */
  kept(): Workspace {
    return new Workspace(this.session, true);
  }

  /** The same project with other texts of layer files and ignore files (on top of this one's), or with other settings. */
  trial(settings: Partial<Pick<RunSettings, 'overlay' | 'set' | 'intake' | 'evenIgnored' | 'today' | 'watch'>>): Workspace {
    return new Workspace(this.session.with(settings), this.keeps);
  }

  /** What would other rules do to every file? @param after the same project with these. */
  async impact(after: Workspace): Promise<ImpactReport> {
    const { measureImpact } = await import('./session/measure-impact.js');
    return measureImpact(this.fresh, after.session);
  }

  /** What would happen if the root adopted a preset too? @throws UsageError if the root's file cannot be edited. */
  async impactOfPreset(reference: string): Promise<ImpactReport> {
    const { edit } = await this.rules().adopt(
      { use: reference, only: [], except: [] }, null, { kind: 'directory', directory: this.root },
    );
    return edit.impact;
  }

  /** What has changed in the layer files since a git revision? @throws UsageError if git knows no such revision. */
  async impactSince(revision: string): Promise<ImpactReport> {
    const { overlayOfRevision } = await import('./git/revision.js');
    const { measureImpact, ofRevision } = await import('./session/measure-impact.js');
    return measureImpact(
      this.fresh.with({ overlay: overlayOfRevision(this.root, revision) }), this.session, ofRevision(revision),
    );
  }

  /**
   * Fetches the presets from git or web servers again.
   * @param references the presets to fetch; all if empty.
   * @returns what would change, and a way to pin it. @throws UsageError if one cannot be fetched or is not adopted here.
   */
  async updatePins(
    references: readonly string[],
  ): Promise<{ readonly update: PinUpdate; readonly write: () => Promise<string | null> }> {
    const { updatePins } = await import('./desks/update-pins.js');
    return updatePins(this.fresh, references);
  }

  /** What is wrong with the configuration itself? @param checked what a check of everything has found, if that is known. */
  async doctor(checked: CheckReport | null = null): Promise<DoctorReport> {
    const { diagnoseProject } = await import('./session/diagnose-project.js');
    return diagnoseProject(this.fresh.with({ set: [] }), this.session.run.set.length === 0 ? checked : null);
  }

  /** Makes the edits that `doctor` proposes, unless they would change what is checked. */
  async mend(report: DoctorReport): Promise<MendReport> {
    const { mendAll } = await import('./desks/mend.js');
    return mendAll(this.fresh.with({ set: [] }), report);
  }

  /** Changes the layer files of the project. */
  rules(): RuleDesk {
    return new RuleDesk(this.fresh);
  }

  /** The known findings of the project, to show and decide about. The personal layer has no effect on it. */
  ledger(): LedgerDesk {
    return new LedgerDesk(this.fresh);
  }

  /** The waivers of the project: to show, add and clean up. */
  waivers(): WaiverDesk {
    return new WaiverDesk(this.fresh);
  }

  /**
   * Repairs what can be repaired safely and, if asked, what is offered by the named rules.
   * @throws UsageError if a selector selects no rule, or offered repairs are asked for without naming rules.
   */
  async fix(paths: readonly string[], question: FixQuestion): Promise<FixReport> {
    if (question.offered && question.rules.length === 0) throw new UsageError({ code: 'offered-needs-rule' });
    const repair = (writer: Writer | null): Promise<FixReport> => this.repair(paths, question, writer);
      return question.writes ? whileWriting(this.root, this.watch, repair).finally(() => this.session.forget()) : repair(null);
  }

  private async repair(
    paths: readonly string[], { rules, offered, places, signal }: FixQuestion, writer: Writer | null,
  ): Promise<FixReport> {
    const { question, base, listing: { skipped } } = await knowingQuestionFor(this.fresh, paths);
    const { repairProject } = await import('./inspection/repair-project.js');
    return repairProject(
      question,
      { ...base, skipped },
      {
        rules: selectedRules(rules, base.catalog),
        offered,
        places,
        writer,
        ledger: this.session.ledger(),
        memory: this.session.findingMemories,
        signal,
      },
      this.watch,
    );
  }

  /** Completes what a run that was killed while writing has left to do; every method that writes does so too. */
  completeEarlier(): Promise<void> {
    return completeEarlier(this.root, this.watch);
  }
}
