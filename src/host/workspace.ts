import path from 'node:path';
import { CATALOG_LAYER } from '../core/cascade/decide-rule.js';
import { grammarFor, languageById, languageOfName } from '../core/catalog/languages.js';
import { CATALOG } from '../core/catalog/registry.js';
import { Grammars } from '../core/inspect/grammars.js';
import { inspectFile } from '../core/inspect/inspect-file.js';
import { Planner } from '../core/inspect/plan.js';
import type { GrammarId, Language } from '../core/model/language.js';
import type {
  CheckedSource, CheckReport, Explanation, MisreadWaiver, ReportBase, ResolveReport, ScopeReport,
} from '../core/model/report.js';
import type { IncompletePath, SkippedPath } from '../core/model/scope.js';
import { SourceText } from '../core/model/source-text.js';
import { UsageError } from './errors.js';
import { GRAMMAR_FILES } from './grammar-files.js';
import { sortByPath } from './path-order.js';
import { findProjectRoot } from './project-root.js';
import { Project, type Location, type ProjectListing } from './project.js';
import { readSource } from './source-file.js';
import type { ListedFile } from './walk.js';
import { relativeToRoot } from './target-path.js';

/** How a workspace is opened. */
export interface WorkspaceOptions {
  /** The directory that paths are relative to; by default the current one. */
  readonly directory?: string;
  /** The project root; by default it is looked for from `directory` up. */
  readonly root?: string;
}

/** Opens the project around a directory. @throws UsageError when the given root is no directory. */
export function openWorkspace(options: WorkspaceOptions = {}): Workspace {
  const directory = path.resolve(options.directory ?? '.');
  return new Workspace(findProjectRoot(directory, options.root), directory);
}

/**
 * A project that questions can be asked about. Nothing is kept between questions: each reads the tree anew.
 * Every method throws a LayerError when a layer file it meets is wrong, and a UsageError when a path is.
 */
export class Workspace {
  /** @param root real and absolute. @param directory what relative paths start from. */
  constructor(readonly root: string, private readonly directory: string) {}

  /** Which files are checked, and why are the others not? Looks into the files. */
  scope(paths: readonly string[] = []): ScopeReport {
    const { listing, base } = this.list(paths);
    const checked = [];
    const skipped: SkippedPath[] = [...listing.skipped];
    const incomplete = [...base.incomplete];
    for (const { path: file, language } of listing.files) {
      const text = this.readText(file, listing.settings, skipped, incomplete);
      if (text !== null) checked.push({ path: file, language });
    }
    return { ...base, incomplete, checked, skipped: sortByPath(skipped, (entry) => entry.path) };
  }

  /** What is the effective rule set of every file? Opens no source file. */
  resolve(paths: readonly string[] = []): ResolveReport {
    const { listing, base } = this.list(paths);
    return { ...base, files: listing.files, layerFiles: listing.layerFiles };
  }

  /** Why is it so, for this path? The path need not exist. */
  explain(target: string): Explanation {
    const own = this.relative(target);
    return Project.read(this.root, CATALOG, (project): Explanation => {
      const location = project.locate(own);
      if (own === '' || location.kind === 'directory') {
        throw new UsageError(`${target}: this is a directory\nName a file in it, one that does not exist yet if you like, or run elvar resolve ${target}`);
      }
      const incomplete = [...location.incomplete];
      return {
        path: own,
        exists: location.kind !== undefined,
        language: languageOfName(location.name)?.id ?? null,
        skipped: this.whySkipped(location, incomplete),
        layers: [CATALOG_LAYER, ...location.directory.rules.stack.layers],
        rules: location.directory.rules.rulesFor(location.name, project.resolver),
        usesStarter: project.hasStarter,
        incomplete,
        notices: location.notices,
      };
    });
  }

  /** What does the code violate? */
  async check(paths: readonly string[] = []): Promise<CheckReport> {
    const { listing, base } = this.list(paths);
    const grammars = new Grammars(GRAMMAR_FILES);
    await grammars.load(neededGrammars(listing.files));
    const planner = new Planner(CATALOG, grammars);
    const files: CheckedSource[] = [];
    const skipped: SkippedPath[] = [...listing.skipped];
    const incomplete = [...base.incomplete];
    const misreadWaivers: MisreadWaiver[] = [];
    for (const { path: file, language, rules } of listing.files) {
      const text = this.readText(file, listing.settings, skipped, incomplete);
      if (text === null) continue;
      const source = new SourceText(file, languageById(language) as Language, text);
      const { findings, waivers } = inspectFile(source, rules.set, grammars, planner);
      files.push({ path: file, language, rules, findings });
      misreadWaivers.push(...waivers.malformed.map((waiver) => ({ path: file, ...waiver })));
    }
    sortByPath(skipped, (entry) => entry.path);
    return { ...base, incomplete, files, skipped, misreadWaivers, failOn: listing.failOn };
  }

  private list(paths: readonly string[]): { listing: ProjectListing; base: ReportBase } {
    const targets = paths.map((target) => this.relative(target));
    return Project.read(this.root, CATALOG, (project) => {
      const listing = project.list(targets);
      const { incomplete, notices } = listing;
      return { listing, base: { usesStarter: project.hasStarter, incomplete, notices } };
    });
  }

  /** The text of a file in scope by its path; null when its contents take it out, which is then told. */
  private readText(file: string, settings: ProjectListing['settings'], skipped: SkippedPath[], incomplete: IncompletePath[]): string | null {
    const reading = readSource(path.join(this.root, file), settings);
    if ('text' in reading) return reading.text;
    if (reading.skipped === 'gone') {
      incomplete.push({ path: file, reason: 'it vanished during the run' });
      return null;
    }
    if (reading.skipped === 'unreadable') incomplete.push({ path: file, reason: reading.why });
    skipped.push({ path: file, reason: reading.skipped, by: null });
    return null;
  }

  private whySkipped(location: Location, incomplete: IncompletePath[]): SkippedPath | null {
    const { path: own, name, kind, exclusion, settings } = location;
    if (exclusion !== null) return { path: own, ...exclusion };
    if (kind === 'symlink') return { path: own, reason: 'symlink', by: null };
    if (kind === 'special') return { path: own, reason: 'not-a-file', by: null };
    if (languageOfName(name) === undefined) return { path: own, reason: 'no-language', by: null };
    const skipped: SkippedPath[] = [];
    if (kind === 'file') this.readText(own, settings, skipped, incomplete);
    return skipped[0] ?? null;
  }

  private relative(target: string): string {
    return relativeToRoot(target, this.directory, this.root);
  }
}

function neededGrammars(files: readonly ListedFile[]): Set<GrammarId> {
  const grammars = new Set<GrammarId>();
  for (const { path: file, language } of files) {
    const grammar = grammarFor(languageById(language) as Language, path.posix.basename(file));
    if (grammar !== null) grammars.add(grammar);
  }
  return grammars;
}
