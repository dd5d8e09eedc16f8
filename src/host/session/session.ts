import type { ListedQuestion } from './listed-question.js';
import path from 'node:path';
import type { Explanation } from '../../core/cascade/explanation.js';
import type { GuardedOut } from '../../core/cascade/guarded-out.js';
import type { PresetReport, PresetSummary } from '../../core/cascade/preset-report.js';
import { refusedSettings } from '../../core/cascade/refused-settings.js';
import type { ReportBase } from '../../core/cascade/report-base.js';
import type { ResolveReport } from '../../core/cascade/resolve-report.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import { CATALOG } from '../../core/catalog/registry.js';
import type { CompareReport } from '../../core/compare/compare-report.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { Ledger } from '../../core/ledger/ledger.js';
import { parsePresetReference } from '../../core/layers/parse/preset-reference.js';
import type { RuleId } from '../../core/model/rule.js';
import type { ScopeReport } from '../../core/scope/scope-report.js';
import { stacked } from '../files/overlay.js';
import { readLines } from '../files/lines.js';
import { LEDGER_FILE } from '../files/own-files.js';
import { ProjectFiles } from '../files/project-files.js';
import type { SkippedReading } from '../files/source-file.js';
import { linkStatsAt, statsAt } from '../files/stats.js';
import { relativeTo, relativeToRoot } from '../files/target-path.js';
import { openLedger, readLedgerFile } from '../inspection/ledger-file.js';
import { questionAbout } from '../inspection/ask-listing.js';
import type { WholeScope } from '../inspection/know-project.js';
import { needQueries } from '../inspection/need-queries.js';
import type { Intake } from '../intake/read-intake.js';
import type { FindingMemories } from '../memory/finding-memory.js';
import { builtInPresets } from '../layers/built-in-presets.js';
import type { RunSettings } from '../layers/run-settings.js';
import { compareSides, questionOf, type NamedSide } from '../project/compare-sides.js';
import { explainPath, needPossible } from '../project/explain-path.js';
import { needReference, reportPreset } from '../project/preset-report.js';
import type { Project, ProjectListing } from '../project/project.js';
import { ProjectReader } from '../project/project-reader.js';
import { scopeReport } from '../project/scope-report.js';
import { Memory } from '../memory/memory.js';
import { runCheck } from './run-check.js';
import type { CheckQuestion, ListQuestion } from '../questions/check-question.js';
import type { InspectionQuestion, StandIn } from '../questions/inspection-question.js';
import type { ProjectQuestion } from '../questions/project-question.js';

/**
 * A project under one set of settings, and what is known of it. It changes nothing. Every method throws a LayerError if a layer
 * file it reads is wrong, and a UsageError if a path is.
 */
// elvar waive size/class-members because each question of the project is a method
export class Session {
  /** The lines of files already shown. */
  private readonly texts = new Map<string, readonly string[]>();

  /** What the tree and the layer files hold; read anew once anything on the disk is forgotten. */
  private reader: ProjectReader | null = null;
  /** The generation of the disk when that was read. */
  private generation = 0;
  private readonly files: ProjectFiles;

  /**
   * @param root real and absolute.
   * @param directory the directory that relative paths start from.
   * @param memory shared with trials of the same project.
   */
  constructor(
    readonly root: string,
    private readonly directory: string,
    readonly run: RunSettings,
    private readonly memory: Memory = new Memory(root),
  ) {
    this.files = new ProjectFiles(memory.disk, run.overlay);
  }

  /**
   * Forgets what has been read at a path, absolute or relative to the root; everything without one. So do all trials of this
   * project.
   */
  forget(changed: string | null = null): void {
    this.memory.forget(changed);
  }

  /** From now on, a text stands for a file, as in an editor before it is saved; with null, what is on the disk does. */
  open(file: string, text: string | null): void {
    this.texts.delete(relativeTo(this.root, path.resolve(this.root, file)));
    this.memory.open(file, text);
  }

  /** Writes down what was found, for later runs: while a session goes on, that is done only now and then. */
  save(): void {
    this.memory.save();
  }

  /** What is remembered of the findings. */
  get findingMemories(): FindingMemories {
    return this.memory.findingsIn(this.run.cacheFolder);
  }

  /** The day that decides what has expired, as YYYY-MM-DD. */
  get today(): string {
    return this.run.today;
  }

  /** The same project under other settings. Texts of layer files and ignore files lie on top of this one's. */
  with({ overlay, ...others }: Partial<RunSettings>): Session {
    return new Session(
      this.root,
      this.directory,
      { ...this.run, ...others, overlay: overlay === undefined ? this.run.overlay : stacked(overlay, this.run.overlay) },
      this.memory,
    );
  }

  /** The layer files that were last read, with the presets that they adopt: absolute paths. */
  layerFiles(): readonly string[] {
    return this.reader?.layerFiles() ?? [];
  }

  /** Whether a file was read as configuration. @param file absolute. */
  isDecisive(file: string): boolean {
    return this.memory.disk.isDecisive(file);
  }

  /** The logs of other programs that were last read: absolute paths. */
  logFiles(): readonly string[] {
    return this.reader?.logs.paths ?? [];
  }

  /** A path for display: relative to the root. @throws UsageError if it is outside. */
  relative(target: string): string {
    return relativeToRoot(target, this.directory, this.root);
  }

  /** Whether a path exists in the project, on the disk or open and not saved. */
  exists(target: string): boolean {
    const absolute = path.join(this.root, this.relative(target));
    return linkStatsAt(absolute) !== undefined || this.openText(absolute) !== undefined;
  }

  /** Whether a path is a directory in the project. */
  isDirectory(target: string): boolean {
    return statsAt(path.join(this.root, this.relative(target)))?.isDirectory() ?? false;
  }

  /** The lines of a file as it is now; empty if it cannot be read as text. */
  linesOf(file: string): readonly string[] {
    this.forgetOld();
    let lines = this.texts.get(file);
    if (lines === undefined) this.texts.set(file, (lines = readLines(this.root, file, this.documentAt(file))));
    return lines;
  }

  /** Which files are checked, and why are the others not? Opens the files. */
  scope(paths: readonly string[] = []): ScopeReport {
    const { listing, base } = this.list(paths);
    return scopeReport({ root: this.root, documentAt: (own) => this.documentAt(own) }, listing, base, this.run.watch);
  }

  /**
   * What is the effective rule set of every file? Opens no source file.
   * @param rule the rule in question, if there is one.
   * @param opens whether files may be opened anyway, to recognise scripts by their first line.
   */
  resolve(paths: readonly string[] = [], rule?: RuleId, opens = false): ResolveReport {
    const { listing, base } = this.list(paths, { names: rule === undefined ? [] : [rule], opens });
    return {
      ...base,
      files: listing.files,
      layerFiles: listing.layerFiles,
      layers: listing.layers,
      remotes: listing.remotes,
      settings: listing.settings,
      skipped: listing.skipped,
      expectations: listing.expectations(paths.length === 0),
    };
  }

  /** Why is it so for this path? The path need not exist. @param rule the rule in question, if there is one. */
  explain(target: string, rule?: RuleId): Explanation {
    const own = this.relative(target);
    needPossible(own, this.root, target);
    return explainPath(this.read({ locate: [own], names: rule === undefined ? [] : [rule] }), this.root, target);
  }

  /**
   * How do the rules of two files, directories or presets differ? Presets are named as in layer files; anything else is a path.
   */
  compare(first: string, second: string): CompareReport {
    const named = (name: string): NamedSide => ({ name, own: parsePresetReference(name) === null ? this.relative(name) : null });
    const sides = [named(first), named(second)] as const;
    return compareSides(this.read(questionOf(sides, this.root, this.files)), sides);
  }

  /** All rules: Elvar's own and the project's house rules. */
  catalog(): ReportBase {
    return this.list([], { opens: false }).base;
  }

  /** What is in this preset, once everything it adopts is merged? */
  preset(name: string): PresetReport {
    const reference = needReference(name);
    return reportPreset(this.read({ presets: [reference], needsLayers: false }), reference);
  }

  /** The presets that come with Elvar. */
  presets(): PresetSummary[] {
    return builtInPresets().map((reference) => {
      const { title, about } = this.preset(reference);
      return { reference, title, about };
    });
  }

  /**
   * What does the code violate?
   * @throws LayerError also if the ledger is wrong; UsageError if git knows no such revision; the signal's reason if it is
   *   aborted.
   */
  async check(paths: readonly string[] = [], question: CheckQuestion = {}): Promise<CheckReport> {
    const { root, run, findingMemories: memory } = this;
    const listed = this.list(paths, { seeksGuards: true });
    await needQueries(this.root, listed.base.catalog);
    const openLedger = this.openText(path.join(root, LEDGER_FILE));
    const whole = (): WholeScope => this.whole(paths.length === 0 ? listed.listing : undefined);
    return runCheck(
      { root, run, memory, ...listed, documentAt: this.standInFor, openLedger, whole },
      paths.map((target) => this.relative(target)),
      question,
    );
  }

  /**
   * The inspection question for files and directories, without what only the whole project tells.
   * @throws LayerError if a query of a house rule is wrong.
   */
  async questionFor(paths: readonly string[]): Promise<ListedQuestion> {
    const { listing, base, intake } = this.list(paths);
    await needQueries(this.root, base.catalog);
    return { question: { ...this.questionOf(listing, base.catalog), foreign: intake.found }, listing, base };
  }

  private questionOf(listing: ProjectListing, catalog: Catalog): InspectionQuestion {
    return questionAbout(this.root, this.run.today, listing, catalog, this.standInFor);
  }

  /** All that is in scope, whatever a question is about; facts depend on no rule. @param all listing of it, if it is known. */
  whole(all: ProjectListing = this.list([]).listing): WholeScope {
    return {
      question: this.questionOf(all, CATALOG),
      skipped: all.skipped.map(({ path: own }) => own),
      excludes: all.excludes,
      patterns: all.patterns(),
    };
  }

  /** The ledger. @throws LayerError if it is wrong. */
  ledger(): Ledger {
    return openLedger(this.root, this.today, readLedgerFile(this.root, this.openText(path.join(this.root, LEDGER_FILE))));
  }

  private documentAt(own: string): string | SkippedReading | undefined {
    return this.memory.disk.documentAt(path.join(this.root, own));
  }

  /** What stands for a file that is inspected. */
  private readonly standInFor = (own: string): StandIn | undefined =>
    this.memory.disk.storedAt(path.join(this.root, own)) ?? this.documentAt(own);

  /** The text that stands for a file, as long as it is open or in a trial; undefined if what is on the disk does. */
  openText(absolute: string): string | undefined {
    const text = this.run.overlay.textAt(absolute) ?? this.memory.disk.documentAt(absolute);
    return typeof text === 'string' ? text : undefined;
  }

  private list(
    paths: readonly string[], { names = [], opens = true, seeksGuards = false }: ListQuestion = {},
  ): { listing: ProjectListing; base: ReportBase; hidden: readonly GuardedOut[]; intake: Intake } {
    const project = this.read({ list: { targets: paths.map((target) => this.relative(target)), opens }, names });
    const listing = project.list();
    const refusals = this.run.set.length === 0 ? [] : refusedSettings(listing.files, project.catalog);
    const intake = project.readLogs();
    const notices = [...listing.notices, ...refusals.map((refusal) => ({ refusal }))];
    const hidden = seeksGuards ? listing.guardedOut() : [];
    return {
      listing,
      hidden,
      intake,
      base: {
        catalog: project.catalog,
        usesStarter: project.usesStarter,
        incomplete: [...listing.incomplete, ...intake.incomplete],
        notices,
      },
    };
  }

  /** Reads what a question needs, as far as it has not been read. */
  read(question: ProjectQuestion): Project {
    this.forgetOld();
    this.reader ??= new ProjectReader(
      { root: this.root, directory: this.directory, files: this.files, run: this.run, memory: this.memory },
    );
    return this.reader.read(question);
  }

  /** Drops the reader if anything on the disk has been forgotten since it read. */
  private forgetOld(): void {
    if (this.generation === this.memory.disk.generation) return;
    this.generation = this.memory.disk.generation;
    this.reader = null;
    this.texts.clear();
  }
}
