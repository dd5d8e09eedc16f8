import path from 'node:path';
import type { Catalog } from '../core/catalog/catalog.js';
import { refusedSettings } from '../core/cascade/refused-settings.js';
import { CATALOG } from '../core/catalog/registry.js';
import { nearReference, parsePresetReference } from '../core/layers/preset-reference.js';
import type { CheckReport } from '../core/inspect/check-report.js';
import type { CompareReport } from '../core/compare/compare-report.js';
import type { DoctorReport } from '../core/doctor/doctor-report.js';
import type { Explanation } from '../core/cascade/explanation.js';
import type { FixReport } from '../core/inspect/fix-report.js';
import type { GuardedOut } from '../core/cascade/guarded-out.js';
import type { ImpactReport, PinUpdate } from '../core/impact/impact-report.js';
import type { LineExplanation, RuleExcuses } from '../core/inspect/line-explanation.js';
import type { PresetReport, PresetSummary } from '../core/cascade/preset-report.js';
import type { ReportBase } from '../core/cascade/report-base.js';
import type { ResolveReport } from '../core/cascade/resolve-report.js';
import type { RulePage } from '../core/cascade/rule-page.js';
import type { ScopeReport } from '../core/scope/scope-report.js';
import type { RuleId } from '../core/model/rule.js';
import { compareSides, type NamedSide } from './compare-sides.js';
import { LayerError, UsageError } from './errors.js';
import { excusesOf } from './excuses.js';
import { explainLine } from '../core/inspect/explain-line.js';
import { explainPath } from './explain-path.js';
import type { InspectionJob } from './inspect-share.js';
import { inspectionJob } from './inspection-job.js';
import { builtInPresets } from './layer-loader.js';
import { LedgerDesk } from './ledger-desk.js';
import { openLedger } from './ledger-file.js';
import { stacked } from './overlay.js';
import type { MendReport } from './mend.js';
import { needRule } from './need-rule.js';
import { findProjectRoot } from './project-root.js';
import { reportPreset } from './preset-report.js';
import { Project, type ProjectListing } from './project.js';
import { readSource } from './source-file.js';
import { RuleDesk } from './rule-desk.js';
import { scopeReport } from './scope-report.js';
import { rulePage } from './rule-page.js';
import { runSettings, type RunSettings } from './run-settings.js';
import { textsOf } from './query-texts.js';
import { linkStatsAt, statsAt } from './stats.js';
import { selectedRules } from './selected-rules.js';
import { WaiverDesk } from './waiver-desk.js';
import type { Watch } from './watch.js';
import { completeEarlier, whileWriting } from './writing/while-writing.js';
import type { Writer } from './writing/writer.js';
import { linkOn, needLine, relativeToRoot, type FilePlace } from './target-path.js';

/** The options of a workspace. */
export interface WorkspaceOptions {
  /** The directory that paths are relative to; by default the current one. */
  readonly directory?: string;
  /** The project root; by default, found from `directory` upwards. */
  readonly root?: string;
  /** The day that decides what has expired, as YYYY-MM-DD; by default the local date. */
  readonly today?: string;
  /** Whether to leave out the personal layer; by default it is read, except in CI. */
  readonly noPersonal?: boolean;
  /** Settings above all layers, in their order: `SELECTOR=LEVEL` or `RULE.OPTION=VALUE`. */
  readonly set?: readonly string[];
  /** Whether to include files that ignore patterns or `scope.include` exclude. */
  readonly evenIgnored?: boolean;
  /** The environment that locates the personal layer; by default that of the process. */
  readonly env?: Readonly<Record<string, string | undefined>>;
  /** An observer of long runs; by default none. */
  readonly watch?: Watch;
}

/** How a project is listed. */
interface ListOptions {
  /** The rules that the question names. */
  readonly names?: readonly RuleId[];
  /** Whether files may be opened to recognise scripts by their first line. */
  readonly opens?: boolean;
  /** Whether to look for excluded files that a guard protects. */
  readonly seeksGuards?: boolean;
}

function noPreset(name: string): string {
  const near = nearReference(name);
  return `${name} is not a preset\n${near === null ? 'Write elvar:NAME, a path that begins with ./ or ../, or npm:PACKAGE' : `Did you mean ${near}?`}`;
}

/** Which repairs to make. */
export interface FixWish {
  /** Selectors of the rules that may repair; all if empty. */
  readonly rules: readonly string[];
  /** Whether to make offered repairs too; only for named rules. */
  readonly offered: boolean;
  /** Whether to write the files; if not, the report says what would be written. */
  readonly writes: boolean;
}

/** Opens the project around a directory. @throws UsageError if the root is not a directory or an option is wrong. */
export function openWorkspace(options: WorkspaceOptions = {}): Workspace {
  const directory = path.resolve(options.directory ?? '.');
  if (statsAt(directory)?.isDirectory() !== true) throw new UsageError(`there is no directory ${options.directory ?? directory}`);
  return new Workspace(findProjectRoot(directory, options.root), directory, runSettings(options));
}

/**
 * A project to ask questions about. Nothing is kept between questions: each reads the tree again.
 * Every method throws a LayerError if a layer file it reads is wrong, and a UsageError if a path is.
 */
// elvar waive size/class-members because each question of the library is a method
export class Workspace {
  /** The lines of files already shown. */
  private readonly texts = new Map<string, readonly string[]>();

  /** @param root real and absolute. @param directory the directory that relative paths start from. */
  constructor(readonly root: string, private readonly directory: string, private readonly run: RunSettings) {}

  /** The observer of long runs. */
  get watch(): Watch {
    return this.run.watch;
  }

  /** Which files are checked, and why are the others not? Opens the files. */
  scope(paths: readonly string[] = []): ScopeReport {
    const { listing, base } = this.list(paths);
    return scopeReport(this.root, listing, base, this.run.watch);
  }

  /**
   * What is the effective rule set of every file? Opens no source file.
   * @param rule the rule in question, if there is one.
   * @param opens whether files may be opened anyway, to recognise scripts by their first line.
   */
  resolve(paths: readonly string[] = [], rule?: RuleId, opens = false): ResolveReport {
    const { listing, base } = this.list(paths, { names: rule === undefined ? [] : [rule], opens });
    return { ...base, files: listing.files, layerFiles: listing.layerFiles, layers: listing.layers, remotes: listing.remotes, settings: listing.settings, skipped: listing.skipped };
  }

  /** Why is it so for this path? The path need not exist. @param rule the rule in question, if there is one. */
  explain(target: string, rule?: RuleId): Explanation {
    const own = this.relative(target);
    return Project.read(this.root, CATALOG, this.run, (project) => explainPath(project, this.root, own, target), { names: rule === undefined ? [] : [rule] });
  }

  /** Why is it so on this line? Throws a UsageError if there is no such file or line. */
  async explainLine({ file: target, line, column }: FilePlace, rule?: RuleId): Promise<LineExplanation> {
    const explanation = this.explain(target, rule);
    const { files, catalog } = await this.check([target]);
    const lines = this.linesOf(explanation.path);
    if (lines.length > 0) needLine(line, lines, explanation.path);
    return explainLine(explanation, files[0], { line, column }, catalog);
  }

  /** What excuses findings of a rule in a file: its waivers, if it is checked, and its ledger entries. */
  async excusesFor(target: string, rule: RuleId): Promise<RuleExcuses> {
    return excusesOf(this, rule, target, openLedger(this.root, this.run.today));
  }

  /** Whether a path is a directory in the project. */
  isDirectory(target: string): boolean {
    const own = this.relative(target);
    return statsAt(path.join(this.root, own))?.isDirectory() ?? false;
  }

  /** Whether a path exists in the project. */
  exists(target: string): boolean {
    return linkStatsAt(path.join(this.root, this.relative(target))) !== undefined;
  }

  /** How do the rules of two files, directories or presets differ? Presets are named as in layer files; anything else is a path. */
  compare(first: string, second: string): CompareReport {
    const named = (name: string): NamedSide => ({ name, own: parsePresetReference(name) === null ? this.relative(name) : null });
    const sides = [named(first), named(second)] as const;
    const hasPath = sides.some(({ own }) => own !== null);
    return Project.read(this.root, CATALOG, this.run, (project) => compareSides(project, sides, this.directory, this.root), { needsLayers: hasPath });
  }

  /** All rules: Elvar's own and the project's house rules. */
  catalog(): ReportBase {
    return this.list([], { opens: false }).base;
  }

  /** Everything about a rule, and where it is in force in this project. @throws UsageError when there is no such rule. */
  async rulePage(id: RuleId): Promise<RulePage> {
    const report = this.resolve([], id);
    const rule = needRule(id, report.catalog);
    await this.needQueries(report.catalog);
    return rulePage(rule, report, rule.house === null ? this.builtInReports() : []);
  }

  /** What the built-in presets say by themselves, whatever the command line sets. */
  private builtInReports(): PresetReport[] {
    const plain = new Workspace(this.root, this.directory, { ...this.run, set: [] });
    return builtInPresets().map((reference) => plain.preset(reference));
  }

  /** The presets that come with Elvar. */
  presets(): PresetSummary[] {
    return builtInPresets().map((reference) => {
      const { title, about } = this.preset(reference);
      return { reference, title, about };
    });
  }

  /** What is in this preset, once everything it adopts is merged? */
  preset(name: string): PresetReport {
    const reference = parsePresetReference(name);
    if (reference === null) throw new UsageError(noPreset(name));
    return Project.read(this.root, CATALOG, this.run, (project) => reportPreset(project, reference, this.directory), { needsLayers: false });
  }

  /**
   * What does the code violate?
   * @param since a git revision: only findings on lines changed since then are reported.
   * @param only the paths of the files to check; null for all.
   * @throws LayerError also if the ledger is wrong; UsageError if git knows no such revision.
   */
  async check(paths: readonly string[] = [], since: string | null = null, only: ReadonlySet<string> | null = null): Promise<CheckReport> {
    const { listing, base, hidden } = this.list(paths, { seeksGuards: true });
    const ledger = openLedger(this.root, this.run.today);
    await this.needQueries(base.catalog);
    // Load the parser and the grammars only for this question: it takes a while.
    const { checkFiles } = await import('./check-files.js');
    const targets = paths.map((target) => this.relative(target));
    return checkFiles({ listing, base, ledger, guardedOut: hidden, targets, since, only, watch: this.run.watch, jobOf: (chosen) => inspectionJob(this.root, this.run.today, chosen, base.catalog) });
  }

  /** The same project with other texts of layer files and ignore files (on top of this one's), or with other settings. */
  trial({ overlay, set = this.run.set }: Partial<Pick<RunSettings, 'overlay' | 'set'>>): Workspace {
    return new Workspace(this.root, this.directory, { ...this.run, set, overlay: overlay === undefined ? this.run.overlay : stacked(overlay, this.run.overlay) });
  }

  /** What would other rules do to every file? @param after the same project with these. */
  async impact(after: Workspace): Promise<ImpactReport> {
    const { measureImpact } = await import('./measure-impact.js');
    return measureImpact(this, after);
  }

  /** What would happen if the root adopted a preset too? @throws UsageError if the root's file cannot be edited. */
  async impactOfPreset(reference: string): Promise<ImpactReport> {
    const { edit } = await this.rules().adopt({ use: reference, only: [], except: [] }, null, { kind: 'directory', directory: this.root });
    return edit.impact;
  }

  /**
   * Fetches the presets from git or web servers again.
   * @param references the presets to fetch; all if empty.
   * @returns what would change, and a way to pin it. @throws UsageError if one cannot be fetched or is not adopted here.
   */
  async updatePins(references: readonly string[]): Promise<{ readonly update: PinUpdate; readonly write: () => Promise<string | null> }> {
    const { updatePins } = await import('./update-pins.js');
    return updatePins(this, this.root, this.run.today, references);
  }

  /** What is wrong with the configuration itself? */
  async doctor(): Promise<DoctorReport> {
    const { examine } = await import('./examine.js');
    return examine(this.trial({ set: [] }), this.root, this.run.today, this.run.overlay);
  }

  /** Makes the edits that `doctor` proposes, unless they would change what is checked. */
  async mend(report: DoctorReport): Promise<MendReport> {
    const { mendAll } = await import('./mend.js');
    return mendAll(this.trial({ set: [] }), this.root, report);
  }

  /** Changes the layer files of the project. */
  rules(): RuleDesk {
    const { personalFile: file, personalName: name } = this.run;
    return new RuleDesk(this, this.root, this.run.today, file === null ? null : { file, name });
  }

  /** What has changed in the layer files since a git revision? @throws UsageError if git knows no such revision. */
  async impactSince(revision: string): Promise<ImpactReport> {
    const { overlayOfRevision } = await import('./revision.js');
    const { measureImpact, ofRevision } = await import('./measure-impact.js');
    return measureImpact(this.trial({ overlay: overlayOfRevision(this.root, revision) }), this, ofRevision(revision));
  }

  /** The known findings of the project, to show and decide about. The personal layer has no effect on it. */
  ledger(): LedgerDesk {
    return new LedgerDesk(new Workspace(this.root, this.directory, { ...this.run, personalFile: null }), this.root, this.run.today);
  }

  /**
   * Repairs what can be repaired safely and, if asked, what is offered by the named rules.
   * @throws UsageError if a selector selects no rule, or offered repairs are asked for without naming rules.
   */
  async fix(paths: readonly string[], wish: FixWish): Promise<FixReport> {
    if (wish.offered && wish.rules.length === 0) throw new UsageError('offered repairs need a look, so they are made only for rules that you name\nFor example: elvar fix --offered --rule dead/import --dry-run');
    const repair = (writer: Writer | null): Promise<FixReport> => this.repair(paths, wish, writer);
    return wish.writes ? whileWriting(this.root, 'wait', this.run.watch, repair) : repair(null);
  }

  private async repair(paths: readonly string[], { rules, offered }: FixWish, writer: Writer | null): Promise<FixReport> {
    const { job, base, listing: { skipped } } = await this.jobFor(paths);
    const { repairProject } = await import('./repair-project.js');
    return repairProject(job, { ...base, skipped }, { rules: selectedRules(rules, base.catalog), offered, writer }, this.run.watch);
  }

  /** Completes what a run that was killed while writing has left to do; every method that writes does so too. */
  completeEarlier(): Promise<void> {
    return completeEarlier(this.root, this.run.watch);
  }

  /** The waivers of the project: to show, add and clean up. */
  waivers(): WaiverDesk {
    return new WaiverDesk(this, this.root);
  }

  /** The inspection job for files and directories. @throws LayerError if a query of a house rule is wrong. */
  async jobFor(paths: readonly string[]): Promise<{ readonly job: InspectionJob; readonly listing: ProjectListing; readonly base: ReportBase }> {
    const { listing, base } = this.list(paths);
    await this.needQueries(base.catalog);
    return { job: inspectionJob(this.root, this.run.today, listing, base.catalog), listing, base };
  }

  /** Makes sure that the queries of house rules fit their grammars. @throws LayerError if one does not. */
  private async needQueries(catalog: Catalog): Promise<void> {
    if (!catalog.rules.some(({ house }) => house?.search.by === 'query')) return;
    const { queryProblems } = await import('./query-problems.js');
    const problems = await queryProblems(catalog);
    if (problems.length > 0) throw new LayerError(problems, textsOf(this.root, problems));
  }

  private list(paths: readonly string[], { names = [], opens = true, seeksGuards = false }: ListOptions = {}): { listing: ProjectListing; base: ReportBase; hidden: readonly GuardedOut[] } {
    const targets = paths.map((target) => this.relative(target));
    return Project.read(this.root, CATALOG, this.run, (project) => {
      const listing = project.list(targets, opens);
      const { incomplete } = listing;
      const refusals = this.run.set.length === 0 ? [] : refusedSettings(listing.files, project.catalog);
      const notices = [...listing.notices, ...refusals.map((refusal) => ({ refusal }))];
      const hidden = seeksGuards ? listing.guardedOut() : [];
      return { listing, hidden, base: { catalog: project.catalog, usesStarter: project.hasStarter, incomplete, notices } };
    }, { names });
  }

  /** Line `line` (from 1) of a file as it is now; null if it cannot be read. */
  lineText(file: string, line: number): string | null {
    return this.linesOf(file)[line - 1] ?? null;
  }

  /** The lines of a file as it is now; empty if it cannot be read as text. */
  private linesOf(file: string): readonly string[] {
    let lines = this.texts.get(file);
    if (lines === undefined) {
      // Nothing beyond a link is read: it may be outside the project.
      const reading = linkOn(file, this.root) === null ? readSource(path.join(this.root, file), { largest: null, generated: 'check' }) : null;
      lines = reading === null || 'skipped' in reading ? [] : reading.text.split(reading.text.includes('\r') ? /\r\n|\r|\n/ : '\n');
      this.texts.set(file, lines);
    }
    return lines;
  }

  /** A path for display: relative to the root. @throws UsageError if it is outside. */
  relative(target: string): string {
    return relativeToRoot(target, this.directory, this.root);
  }
}
