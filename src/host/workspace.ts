import { lstatSync, statSync } from 'node:fs';
import path from 'node:path';
import { CATALOG_LAYER } from '../core/cascade/decide-rule.js';
import type { Catalog } from '../core/catalog/catalog.js';
import { CATALOG } from '../core/catalog/registry.js';
import { COMMAND_LINE_LAYER } from '../core/layers/command-line.js';
import { parsePresetReference } from '../core/layers/preset-reference.js';
import type {
  CheckedSource, CheckReport, CompareReport, Explanation, FixReport, LineExplanation, MisreadWaiver, PresetReport, PresetSummary, ReportBase, ResolveReport, RulePage, ScopeReport, UnwaivedFile, WaivedFile, WaiverList,
} from '../core/model/report.js';
import type { RuleId } from '../core/model/rule.js';
import { parseSelector, selects } from '../core/model/selector.js';
import type { WaiverRecord } from '../core/waivers/account.js';
import type { IncompletePath, SkippedPath } from '../core/model/scope.js';
import { compareSides, type NamedSide } from './compare-sides.js';
import { LayerError, UsageError } from './errors.js';
import type { InspectionJob } from './inspect-share.js';
import { builtInPresets } from './layer-loader.js';
import { needRule } from './need-rule.js';
import { sortByPath } from './path-order.js';
import { findProjectRoot } from './project-root.js';
import { reportPreset } from './preset-report.js';
import { Project, type Location, type ProjectListing } from './project.js';
import { noteSkipped, unfinishedText } from './reading-notes.js';
import { readSource } from './source-file.js';
import { rulePage } from './rule-page.js';
import { runSettings, type RunSettings } from './run-settings.js';
import type { ListedFile } from './walk.js';
import { textsOf } from './query-texts.js';
import { selectedRules } from './selected-rules.js';
import type { WaiveWish } from './waive-file.js';
import { relativeToRoot } from './target-path.js';

/** How a workspace is opened. */
export interface WorkspaceOptions {
  /** The directory that paths are relative to; by default the current one. */
  readonly directory?: string;
  /** The project root; by default it is looked for from `directory` up. */
  readonly root?: string;
  /** The day on which rulings expire or not, as YYYY-MM-DD; by default the local date. */
  readonly today?: string;
  /** Whether the personal layer is left out; by default it is read, but not in CI. */
  readonly noPersonal?: boolean;
  /** Settings above all layers, in their order: `SELECTOR=LEVEL` or `RULE.OPTION=VALUE`. */
  readonly set?: readonly string[];
  /** Whether files that ignore patterns or `scope.include` leave out are looked at all the same. */
  readonly evenIgnored?: boolean;
  /** Where the personal layer is looked for; by default the environment of the process. */
  readonly env?: Readonly<Record<string, string | undefined>>;
}

/** Opens the project around a directory. @throws UsageError when the root is no directory, or an option is wrong. */
export function openWorkspace(options: WorkspaceOptions = {}): Workspace {
  const directory = path.resolve(options.directory ?? '.');
  return new Workspace(findProjectRoot(directory, options.root), directory, runSettings(options));
}

/**
 * A project that questions can be asked about. Nothing is kept between questions: each reads the tree anew.
 * Every method throws a LayerError when a layer file it meets is wrong, and a UsageError when a path is.
 */
// elvar waive size/class-members because each question of the library is a method
export class Workspace {
  /** Lines of files that were shown. */
  private readonly texts = new Map<string, readonly string[]>();

  /** @param root real and absolute. @param directory what relative paths start from. */
  constructor(readonly root: string, private readonly directory: string, private readonly run: RunSettings) {}

  /** Which files are checked, and why are the others not? Looks into the files. */
  scope(paths: readonly string[] = []): ScopeReport {
    const { listing, base } = this.list(paths);
    const checked = [];
    const skipped: SkippedPath[] = [...listing.skipped];
    const incomplete = [...base.incomplete];
    for (const { path: file, language } of listing.files) {
      const reading = readSource(path.join(this.root, file), listing.settings);
      if ('skipped' in reading) noteSkipped(file, reading, skipped, incomplete);
      else checked.push({ path: file, language });
    }
    return { ...base, incomplete, checked, skipped: sortByPath(skipped, (entry) => entry.path) };
  }

  /** What is the effective rule set of every file? Opens no source file. @param rule a rule that the question is about, if it is about one. */
  resolve(paths: readonly string[] = [], rule?: RuleId): ResolveReport {
    const { listing, base } = this.list(paths, rule === undefined ? [] : [rule]);
    return { ...base, files: listing.files, layerFiles: listing.layerFiles };
  }

  /** Why is it so, for this path? The path need not exist. @param rule a rule that the question is about, if it is about one. */
  explain(target: string, rule?: RuleId): Explanation {
    const own = this.relative(target);
    return Project.read(this.root, CATALOG, this.run, (project): Explanation => {
      const location = project.locate(own);
      if (own === '' || location.kind === 'directory') {
        throw new UsageError(`${target}: this is a directory\nName a file in it, one that does not exist yet if you like, or run elvar resolve ${target}`);
      }
      const incomplete = [...location.incomplete];
      const { directory, name } = location;
      const language = directory.languages.languageOf(name);
      return {
        path: own,
        exists: location.kind !== undefined,
        language,
        skipped: this.whySkipped(location, incomplete),
        layers: [CATALOG_LAYER, ...directory.rules.stack.layers, ...(project.commandLine.length > 0 ? [COMMAND_LINE_LAYER] : [])],
        rules: directory.rules.rulesFor(name, language, project.resolver),
        everywhere: project.resolver.decide(project.rootRules().stack, []),
        catalog: project.catalog,
        usesStarter: project.hasStarter,
        incomplete,
        notices: location.notices,
      };
    }, { names: rule === undefined ? [] : [rule] });
  }

  /** Why is it so, on this line? @param line from 1. Throws a UsageError when there is no such file. */
  async explainLine(target: string, line: number, rule?: RuleId): Promise<LineExplanation> {
    const explanation = this.explain(target, rule);
    const { files } = await this.check([target]);
    const [file] = files;
    return {
      explanation,
      line,
      findings: file?.findings.filter(({ span }) => span.start.line === line) ?? [],
      waivers: file?.waivers.filter(({ covers }) => covers.some((lines) => lines !== null && lines.from <= line && line <= (lines.to ?? Infinity))) ?? [],
    };
  }

  /** The waivers of a file for a rule; none where the file is not checked. */
  async waiversFor(target: string, rule: RuleId): Promise<readonly WaiverRecord[]> {
    const reading = readSource(path.join(this.root, this.relative(target)), { largest: null, generated: 'check' });
    // Most files have none, and only reading the comments takes the parser.
    if ('skipped' in reading || !/\belvar\s+waive\b/.test(reading.text)) return [];
    const { files, catalog } = await this.check([target]);
    const about = catalog.get(rule);
    const isAbout = (text: string): boolean => {
      const selector = parseSelector(text);
      return selector !== null && about !== undefined && selects(selector, about);
    };
    return files.flatMap(({ waivers }) => waivers.filter(({ selectors }) => selectors.some(isAbout)));
  }

  /** Whether a path is that of a directory in the project. */
  isDirectory(target: string): boolean {
    const own = this.relative(target);
    return statSync(path.join(this.root, own), { throwIfNoEntry: false })?.isDirectory() ?? false;
  }

  /** Whether there is anything at a path in the project. */
  exists(target: string): boolean {
    return lstatSync(path.join(this.root, this.relative(target)), { throwIfNoEntry: false }) !== undefined;
  }

  /** How do the rules of two files, directories or presets differ? A preset is named as in a layer file; all else is a path. */
  compare(first: string, second: string): CompareReport {
    const named = (name: string): NamedSide => ({ name, own: parsePresetReference(name) === null ? this.relative(name) : null });
    const sides = [named(first), named(second)] as const;
    const hasPath = sides.some(({ own }) => own !== null);
    return Project.read(this.root, CATALOG, this.run, (project) => compareSides(project, sides, this.directory), { needsLayers: hasPath });
  }

  /** The rules there are: those that come with Elvar, and the house rules of the project. */
  catalog(): ReportBase {
    return this.list([]).base;
  }

  /** All there is to know about a rule, and where it holds in this project. @throws UsageError when there is no such rule. */
  async rulePage(id: RuleId): Promise<RulePage> {
    const report = this.resolve([], id);
    const rule = needRule(id, report.catalog);
    await this.needQueries(report.catalog);
    return rulePage(rule, report, rule.house === null ? this.builtInReports() : []);
  }

  /** What the presets that come with Elvar say by themselves, whatever the command line sets. */
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
    if (reference === null) throw new UsageError(`${name} names no preset\nWrite elvar:NAME, a path that begins with ./ or ../, or npm:PACKAGE`);
    return Project.read(this.root, CATALOG, this.run, (project) => reportPreset(project, reference, this.directory), { needsLayers: false });
  }

  /** What does the code violate? */
  async check(paths: readonly string[] = []): Promise<CheckReport> {
    const { listing, base } = this.list(paths);
    await this.needQueries(base.catalog);
    // Only this question needs the parser and the grammars, which take a while to load.
    const { inspectInParallel } = await import('./inspect-in-parallel.js');
    const inspected = await inspectInParallel(this.jobOf(listing, base.catalog));
    const files: CheckedSource[] = [];
    const skipped: SkippedPath[] = [...listing.skipped];
    const incomplete = [...base.incomplete];
    const misreadWaivers: MisreadWaiver[] = [];
    for (const { index, outcome } of inspected) {
      const file = listing.files[index] as ListedFile;
      if ('skipped' in outcome) {
        noteSkipped(file.path, outcome, skipped, incomplete);
        continue;
      }
      files.push({ ...file, findings: outcome.findings, waivers: outcome.waivers });
      if (outcome.unfinished.length > 0) incomplete.push({ path: file.path, reason: unfinishedText(outcome.unfinished) });
      misreadWaivers.push(...outcome.misread.map(({ line, text, problem }) => ({ path: file.path, line, text, problem })));
    }
    sortByPath(skipped, (entry) => entry.path);
    return { ...base, incomplete, files, skipped, misreadWaivers, failOn: listing.failOn };
  }

  /**
   * Repairs what can be repaired safely.
   * @param rules selectors of the rules that are to repair; all where there is none.
   * @param writes whether the files are written; else the report tells what would be.
   * @throws UsageError when a selector selects no rule.
   */
  async fix(paths: readonly string[], rules: readonly string[], writes: boolean): Promise<FixReport> {
    const { listing, base } = this.list(paths);
    const wanted = selectedRules(rules, base.catalog);
    await this.needQueries(base.catalog);
    const { repairFiles } = await import('./repair-files.js');
    const { files, skipped, incomplete } = await repairFiles(this.jobOf(listing, base.catalog), base.catalog, (rule) => wanted === null || wanted.has(rule), writes);
    const unread: IncompletePath[] = [...base.incomplete, ...incomplete];
    for (const { path: own, reading } of skipped) noteSkipped(own, reading, [], unread);
    return { ...base, incomplete: unread, files, written: writes };
  }

  /**
   * Writes a waiver for what is found in a file.
   * @param writes whether the file is written; else the report tells what would be.
   * @throws UsageError when there is no such file, nothing to waive, or nothing may be waived there.
   */
  async waive(target: string, wish: WaiveWish, writes: boolean): Promise<WaivedFile> {
    if (!this.exists(target) || this.isDirectory(target)) throw new UsageError(`there is no file ${target}`);
    const { listing, base } = this.list([target]);
    const [skipped] = listing.skipped;
    if (listing.files.length !== 1) throw new UsageError(`${target} is not checked${skipped === undefined ? '' : `: ${skipped.reason}`}\nWhy not: elvar scope ${target}`);
    await this.needQueries(base.catalog);
    const { waiveIn } = await import('./waive-file.js');
    return waiveIn(this.jobOf(listing, base.catalog), base.catalog, wish, writes);
  }

  /** All waivers of files and directories; everything where none is named. */
  async listWaivers(paths: readonly string[] = []): Promise<WaiverList> {
    const { files, ...base } = await this.check(paths);
    const { blameDays } = await import('./blame.js');
    const waivers = files.filter((file) => file.waivers.length > 0).flatMap((file) => {
      const days = blameDays(this.root, file.path, file.waivers.map(({ line }) => line));
      return file.waivers.map((waiver) => ({ ...waiver, path: file.path, since: days.get(waiver.line) ?? null }));
    });
    return { ...base, waivers };
  }

  /** Takes out the waivers that excuse nothing. @param writes whether the files are written; else the answer tells what would be. */
  async removeUnusedWaivers(paths: readonly string[], writes: boolean): Promise<readonly UnwaivedFile[]> {
    const { listing, base } = this.list(paths);
    await this.needQueries(base.catalog);
    const { removeWaivers } = await import('./remove-waivers.js');
    return removeWaivers(this.jobOf(listing, base.catalog), base.catalog, writes);
  }

  /** Makes sure that the queries of house rules fit their grammars. @throws LayerError when one does not. */
  private async needQueries(catalog: Catalog): Promise<void> {
    if (!catalog.rules.some(({ house }) => house?.search.by === 'query')) return;
    const { queryProblems } = await import('./query-problems.js');
    const problems = await queryProblems(catalog);
    if (problems.length > 0) throw new LayerError(problems, textsOf(this.root, problems));
  }

  private jobOf({ files, settings, needsReasons }: ProjectListing, { rules }: Catalog): InspectionJob {
    const sets = [...new Set(files.map(({ rules }) => rules.set))];
    const numbers = new Map(sets.map((set, index) => [set, index]));
    return {
      root: this.root,
      settings: { largest: settings.largest, generated: settings.generated },
      sets,
      terms: { today: this.run.today, needsReasons },
      houseRules: rules.flatMap(({ house }) => house ?? []),
      files: files.map(({ path: own, language, rules }) => ({ path: own, language, set: numbers.get(rules.set) as number })),
    };
  }

  private list(paths: readonly string[], names: readonly RuleId[] = []): { listing: ProjectListing; base: ReportBase } {
    const targets = paths.map((target) => this.relative(target));
    return Project.read(this.root, CATALOG, this.run, (project) => {
      const listing = project.list(targets);
      const { incomplete, notices } = listing;
      return { listing, base: { catalog: project.catalog, usesStarter: project.hasStarter, incomplete, notices } };
    }, { names });
  }

  /** Line `line` (from 1) of a file as it is now; null where it cannot be read. */
  lineText(file: string, line: number): string | null {
    let lines = this.texts.get(file);
    if (lines === undefined) {
      const reading = readSource(path.join(this.root, file), { largest: null, generated: 'check' });
      lines = 'skipped' in reading ? [] : reading.text.split(/\r\n|\r|\n/);
      this.texts.set(file, lines);
    }
    return lines[line - 1] ?? null;
  }

  private whySkipped(location: Location, incomplete: IncompletePath[]): SkippedPath | null {
    const { path: own, name, kind, exclusion, settings, directory } = location;
    if (exclusion !== null) return { path: own, ...exclusion };
    if (kind === 'symlink') return { path: own, reason: 'symlink', by: null };
    if (kind === 'special') return { path: own, reason: 'not-a-file', by: null };
    if (directory.languages.languageOf(name) === null) return { path: own, reason: 'no-language', by: null };
    if (kind !== 'file') return null;
    const skipped: SkippedPath[] = [];
    const reading = readSource(path.join(this.root, own), settings);
    if ('skipped' in reading) noteSkipped(own, reading, skipped, incomplete);
    return skipped[0] ?? null;
  }

  private relative(target: string): string {
    return relativeToRoot(target, this.directory, this.root);
  }
}
