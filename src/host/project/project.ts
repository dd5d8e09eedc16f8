import path from 'node:path';
import { DirectoryRules } from '../../core/cascade/directory-rules.js';
import { Resolver } from '../../core/cascade/resolver.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import { makeHouseRule } from '../../core/catalog/house-rule.js';
import type { SelectingStatement } from '../../core/layers/stack.js';
import type { HouseRule } from '../../core/model/house-rule.js';
import { NO_SCOPE_SETTINGS, type FailOn, type LayerFile, type PresetReference, type RemoteReference, type ScopeSettings } from '../../core/model/layer.js';
import type { GuardedOut } from '../../core/cascade/guarded-out.js';
import type { Notice } from '../../core/cascade/report-base.js';
import type { Confidence, RuleId } from '../../core/model/rule.js';
import type { IncompletePath } from '../../core/model/scope.js';
import type { PathExclusion } from '../../core/scope/scope-state.js';
import { DirectoryReader, type Directory, type EntryKind } from './directory.js';
import { LayerError, UsageError } from '../files/errors.js';
import { guardedOut } from './guarded-out.js';
import { LayerLoader } from '../layers/layer-loader.js';
import { sortByPath } from '../files/path-order.js';
import { commandLineStatements, type RunSettings } from '../layers/run-settings.js';
import { linkStatsAt } from '../files/stats.js';
import { fileAbove, linkOn } from '../files/target-path.js';
import { TreeWalker, type Listing } from './walk.js';

/** A listing, with what it was made from. */
export interface ProjectListing extends Omit<Listing, 'takenOut'> {
  /** Finds the patterns of inner directories that exclude files protected by a guard of an outer layer. */
  readonly guardedOut: () => GuardedOut[];
  readonly settings: ScopeSettings;
  readonly failOn: FailOn;
  readonly confidence: Confidence | null;
  /** Whether a waiver without a reason excuses nothing. */
  readonly needsReasons: boolean;
  readonly layerFiles: number;
  /** The layer files of the project that were read. */
  readonly layers: readonly LayerFile[];
  /** The fetched presets that are in use. */
  readonly remotes: readonly RemoteReference[];
  readonly notices: readonly Notice[];
}

/** Why a path is excluded that leads over a link. */
export interface BeyondLink {
  readonly reason: 'symlink';
  readonly by: null;
}

/** A path's situation in the project: its directory, and whether a pattern excludes it. */
export interface Location {
  /** Relative to the root. */
  readonly path: string;
  readonly name: string;
  /** Undefined if there is nothing at the path. */
  readonly kind: EntryKind | undefined;
  readonly directory: Directory;
  readonly exclusion: PathExclusion | BeyondLink | null;
  readonly settings: ScopeSettings;
  readonly incomplete: readonly IncompletePath[];
  readonly notices: readonly Notice[];
}

interface ReadOptions {
  /** Whether the answer depends on the project's layer files at all. */
  readonly needsLayers?: boolean;
  readonly names?: readonly RuleId[];
}

interface Visit<Answer> {
  readonly project: Project;
  readonly answer: Answer;
}

/** One reading of a project: its layer files, and the parts of its tree that were asked for. */
export class Project {
  private readonly loader: LayerLoader;
  private readonly reader: DirectoryReader;
  readonly resolver: Resolver;
  private readonly directories = new Map<string, Directory>();

  /** What the command line sets. */
  readonly commandLine: readonly SelectingStatement[];
  /** Whether every directory in scope has been read. */
  private sawEverything = false;

  private constructor(
    private readonly root: string,
    readonly catalog: Catalog,
    private readonly run: RunSettings,
    readonly hasStarter: boolean,
  ) {
    this.loader = new LayerLoader(root, catalog, run.overlay);
    this.reader = new DirectoryReader(root, this.loader, run, hasStarter);
    this.commandLine = commandLineStatements(run, catalog);
    this.resolver = new Resolver(catalog, run.today, this.commandLine);
  }

  /**
   * Reads what `visit` needs and returns its answer. If the project has no layer file at all, it is read
   * again with a built-in preset in place of the root's file; if it has house rules, again with these.
   * @param names rules that the question names; an unknown one may be a house rule.
   * @throws LayerError if a layer file that was read is wrong; UsageError if a command-line setting is.
   */
  static read<Answer>(root: string, catalog: Catalog, run: RunSettings, visit: (project: Project) => Answer, { needsLayers = true, names = [] }: ReadOptions = {}): Answer {
    const whole = names.every((name) => catalog.get(name) !== undefined) ? Project.attempt(root, catalog, run, visit) : null;
    if (whole !== null && !whole.project.mayHaveHouseRules()) return Project.finish(whole, root, catalog, run, visit, needsLayers);
    const houseRules = Project.houseRulesOf(root, catalog, run, whole?.project ?? null);
    if (houseRules.length === 0 && whole !== null) return Project.finish(whole, root, catalog, run, visit, needsLayers);
    const all = catalog.with(houseRules.map(makeHouseRule));
    const project = new Project(root, all, run, false);
    return Project.finish({ project, answer: visit(project) }, root, all, run, visit, needsLayers);
  }

  /** Null if the command line names a rule that is still unknown. */
  private static attempt<Answer>(root: string, catalog: Catalog, run: RunSettings, visit: (project: Project) => Answer): Visit<Answer> | null {
    let project: Project;
    try {
      project = new Project(root, catalog, run, false);
    } catch (error) {
      if (error instanceof UsageError) return null;
      throw error;
    }
    return { project, answer: visit(project) };
  }

  // elvar waive size/parameters because a reading consists of these
  private static finish<Answer>(
    { project, answer }: Visit<Answer>, root: string, catalog: Catalog, run: RunSettings, visit: (project: Project) => Answer, needsLayers: boolean,
  ): Answer {
    const { loader } = project;
    if (loader.problems.length > 0) throw new LayerError(loader.tellableProblems(), loader.texts);
    return !needsLayers || project.hasLayerFile() ? answer : visit(new Project(root, catalog, run, true));
  }

  /** Whether house rules could change the answer: some were declared, a rule is unknown, or a selector could select some. */
  private mayHaveHouseRules(): boolean {
    const { houseRules, problems, hasWideSelector } = this.loader;
    if (houseRules.size > 0 || problems.some(({ detail }) => detail.code === 'unknown-rule')) return true;
    return !this.sawEverything && (hasWideSelector || this.commandLine.some(({ selector }) => selector.kind !== 'rule'));
  }

  /** The house rules of the whole tree. @param seen a project that may have read them already. */
  private static houseRulesOf(root: string, catalog: Catalog, run: RunSettings, seen: Project | null): HouseRule[] {
    let project = seen;
    if (project === null || !project.sawEverything) {
      project = new Project(root, catalog, { ...run, set: [] }, false);
      project.list([], false);
    }
    const { houseRules, problems, texts } = project.loader;
    const twice = problems.filter(({ detail }) => detail.code === 'house-rule-twice');
    if (twice.length > 0 && project !== seen) throw new LayerError(twice, texts);
    return [...houseRules.values()];
  }

  /**
   * Lists `targets` (paths relative to the root), or everything if there are none.
   * @param opens whether files may be opened to determine their language.
   */
  list(targets: readonly string[], opens: boolean): ProjectListing {
    const walker = new TreeWalker(this.root, this.reader, this.resolver, opens, this.run.watch);
    this.sawEverything = targets.length === 0 || targets.includes('');
    if (this.sawEverything) walker.walkRoot();
    else for (const target of targets) this.listTarget(target, walker);
    const { files, skipped, incomplete, own, takenOut } = walker.listing;
    return {
      files: targets.length > 1 ? once(files) : files,
      skipped: targets.length > 1 ? once(skipped) : skipped,
      incomplete: [...incomplete, ...this.reader.incomplete],
      settings: this.reader.rootLayer?.scope ?? NO_SCOPE_SETTINGS,
      own,
      guardedOut: () => guardedOut(takenOut, { root: this.root, reader: this.reader, resolver: this.resolver, catalog: this.catalog }),
      failOn: this.reader.rootLayer?.failOn ?? 'error',
      confidence: this.reader.rootLayer?.confidence ?? null,
      needsReasons: this.reader.rootLayer?.needsReasons ?? false,
      layerFiles: this.reader.layerFiles,
      layers: this.loader.ownLayers(),
      remotes: [...this.loader.remotes.values()],
      notices: this.notices(),
    };
  }

  /** The rules of the root directory. */
  rootRules(): DirectoryRules {
    return this.directoryAt('', null, '', false).rules;
  }

  /** Determines a path's situation, whether or not it exists. */
  locate(target: string): Location {
    const names = target.split('/');
    const name = names.pop() as string;
    let directory = this.directoryAt('', null, '', false);
    let exclusion: Location['exclusion'] = null;
    const link = linkOn(names.join('/'), this.root);
    for (const step of names) {
      const own = directory.path === '' ? step : `${directory.path}/${step}`;
      exclusion ??= directory.scope.exclusionOf(step, true);
      // What lies beyond a link may be outside the project.
      if (own === link) exclusion ??= { reason: 'symlink', by: null };
      directory = this.directoryAt(own, directory, step, exclusion !== null);
    }
    const kind = kindAt(path.join(this.root, target));
    exclusion ??= directory.scope.exclusionOf(name, kind === 'directory');
    return {
      path: target,
      name,
      kind,
      directory,
      exclusion,
      settings: this.reader.rootLayer?.scope ?? NO_SCOPE_SETTINGS,
      incomplete: this.reader.incomplete,
      notices: this.notices(),
    };
  }

  /** What was ignored so far. */
  notices(): Notice[] {
    return [...this.reader.notices.map((text) => ({ text })), ...this.loader.warnings.map((problem) => ({ problem }))];
  }

  /**
   * What a preset decides by itself, in the root's place. @param directory the directory that a relative path starts from.
   * @returns null if it could not be read.
   */
  readPreset(reference: PresetReference, directory: string): { layer: LayerFile; rules: DirectoryRules } | null {
    const layer = this.loader.loadReference(reference, directory);
    if (layer === null || this.loader.problems.length > 0) return null;
    return { layer, rules: DirectoryRules.NONE.with(layer, this.loader.lookup) };
  }

  private listTarget(target: string, walker: TreeWalker): void {
    const { kind, name, directory, exclusion } = this.locate(target);
    if (kind === undefined) {
      const above = fileAbove(target, this.root);
      throw new UsageError(above === null ? `${target}: there is no such file or directory` : `${target}: nothing can be there, since ${above} is a file`);
    }
    if (exclusion !== null) walker.listing.skipped.push({ path: kind === 'directory' ? `${target}/` : target, ...exclusion });
    else if (kind === 'directory') walker.walkChild(directory, name);
    else walker.addFile(directory, name, kind);
  }

  private directoryAt(own: string, parent: Directory | null, name: string, isOut: boolean): Directory {
    let directory = this.directories.get(own);
    if (directory === undefined) {
      directory = parent === null ? this.reader.readRoot() : this.reader.readChild(parent, name, isOut);
      this.directories.set(own, directory);
    }
    return directory;
  }

  private hasLayerFile(): boolean {
    if (this.reader.layerFiles > 0) return true;
    const everything = new Project(this.root, this.catalog, this.run, false);
    everything.list([], false);
    if (everything.loader.problems.length > 0) throw new LayerError(everything.loader.tellableProblems(), everything.loader.texts);
    return everything.reader.layerFiles > 0;
  }
}

function kindAt(file: string): EntryKind | undefined {
  const stats = linkStatsAt(file);
  if (stats === undefined) return undefined;
  return stats.isFile() ? 'file' : stats.isDirectory() ? 'directory' : stats.isSymbolicLink() ? 'symlink' : 'special';
}

/** Each path once, sorted: targets may overlap. */
function once<Item extends { readonly path: string }>(items: readonly Item[]): Item[] {
  return sortByPath([...new Map(items.map((item) => [item.path, item])).values()], (item) => item.path);
}
