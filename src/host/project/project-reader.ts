import type { Catalog } from '../../core/catalog/catalog.js';
import { makeForeignRule } from '../../core/catalog/foreign-rule.js';
import { makeHouseRule } from '../../core/catalog/house-rule.js';
import { CATALOG } from '../../core/catalog/registry.js';
import { BoundLayers } from '../../core/layers/bound-layers.js';
import type { LayerDocument } from '../../core/layers/layer-document.js';
import type { SelectingStatement } from '../../core/layers/stack.js';
import type { PresetReference } from '../../core/model/layer.js';
import type { ForeignRule } from '../../core/model/foreign-rule.js';
import type { HouseRule } from '../../core/model/house-rule.js';
import type { Problem } from '../../core/model/problem.js';
import type { RuleId } from '../../core/model/rule.js';
import { LayerError, UsageError } from '../files/errors.js';
import type { ProjectFiles } from '../files/project-files.js';
import { LAYER_FILE } from '../files/own-files.js';
import { fileAbove } from '../files/target-path.js';
import type { ForeignRules } from '../intake/foreign-rules.js';
import type { LayerShelf } from '../layers/layer-shelf.js';
import type { IntakeShelf } from '../intake/intake-shelf.js';
import { Logs } from '../intake/logs.js';
import { LayerReader } from '../layers/layer-reader.js';
import { commandLineStatements, type RunSettings } from '../layers/run-settings.js';
import { Deciding } from './deciding.js';
import { locate } from './locate.js';
import { Project } from './project.js';
import { Reading } from './reading.js';
import { Tree, type Directory } from './tree.js';
import { TreeWalker } from './walk.js';

/** What has to be read for a question. */
export interface ProjectQuestion {
  /** The files and directories to list, relative to the root; everything if empty, nothing if absent. */
  readonly list?: { readonly targets: readonly string[]; /** Whether files may be opened to determine their language. */ readonly opens: boolean };
  /** Paths whose situation is asked for, relative to the root; they need not exist. */
  readonly locate?: readonly string[];
  /** Presets that are asked about by themselves. */
  readonly presets?: readonly PresetReference[];
  /** Whether the answer depends on the project's layer files at all; by default it does. */
  readonly needsLayers?: boolean;
  /** Rules that the question names; an unknown one may be a house rule. */
  readonly names?: readonly RuleId[];
}

/** Where a project is read from. */
interface ProjectSource {
  readonly root: string;
  /** The directory that paths of presets on the command line start from. */
  readonly directory: string;
  readonly files: ProjectFiles;
  readonly run: RunSettings;
  /** What is known of other programs' logs. */
  readonly shelf: IntakeShelf;
  /** What is known of the texts of layer files. */
  readonly layers: LayerShelf;
}

/** What is wrong with documents that could not be read, and what is only ignored. */
interface OuterProblems {
  readonly problems: Problem[];
  readonly warnings: Problem[];
}

/** The rules that there are, and what layer files say by them. */
interface KnownRules {
  readonly houseRules: readonly HouseRule[];
  readonly foreignRules: readonly ForeignRule[];
  readonly rules: Catalog;
  readonly layers: BoundLayers;
}

/**
 * Reads what a question needs and decides its rules: first the layer files, then, once it is known which rules there are, what they say.
 * Whatever the question, house rules hold for the whole project, and a preset takes the place of a layer file that is nowhere.
 * What has been read serves the next question too.
 */
export class ProjectReader {
  private readonly reader: LayerReader;
  private readonly tree: Tree;
  /** The logs of other programs. */
  readonly logs: Logs;
  private readonly walkers = new Map<string, TreeWalker>();
  private personal: { readonly documents: readonly LayerDocument[]; readonly outer: OuterProblems } | null = null;
  private starter: LayerDocument | null = null;
  private known: KnownRules = { houseRules: [], foreignRules: [], rules: CATALOG, layers: new BoundLayers(CATALOG, false) };
  private readonly deciding = new Map<Catalog, Map<LayerDocument | null, Deciding>>();

  constructor(private readonly source: ProjectSource) {
    const { root, files, run } = source;
    this.reader = new LayerReader(root, files, source.layers);
    this.logs = new Logs(run.intake, root, files, source.shelf);
    this.tree = new Tree(root, files, this.reader, run.evenIgnored);
  }

  /** @throws LayerError if a layer file that was read is wrong; UsageError if a target or a command-line setting is. */
  read({ list, locate: paths = [], presets: references = [], needsLayers = true, names = [] }: ProjectQuestion): Project {
    const { root, directory, files } = this.source;
    // A preset by itself is read as it is, whatever lies around it.
    const { documents: personal, outer } = list !== undefined || paths.length > 0 ? this.personalLayer() : NO_PERSONAL;
    const found = references.map((reference) => this.reader.readReference(reference, directory));
    const presets = found.flatMap(({ document }) => document ?? []);
    const walker = list === undefined ? null : this.walkerFor(list.targets, list.opens);
    const locations = paths.map((own) => locate(own, root, this.tree, files));
    const isEverything = list !== undefined && isWhole(list.targets);
    const directories = withParents([...(walker?.directories ?? []), ...locations.map((location) => location.directory)]);
    const reading = new Reading([...personal, ...presets], directories, { problems: [...outer.problems, ...found.flatMap(({ problem }) => problem ?? [])], warnings: outer.warnings });
    const foreign = this.logs.rulesWith(reading.intake);
    const known = this.rulesFor(reading, foreign, isEverything, names);
    const { layers } = known;
    const commandLine = commandLineStatements(this.source.run, known.rules);
    this.needRight(reading, layers);
    const isBare = needsLayers && reading.layerFiles === 0 && (isEverything || !this.hasLayerFile(layers));
    const starter = isBare ? (this.starter ??= this.reader.readStarter()) : null;
    return new Project({
      root, tree: this.tree, layers, foreign, walker, locations, presets, usesStarter: starter !== null,
      reading: starter === null ? reading : reading.with(starter),
      deciding: this.decidingFor(known, starter === null ? personal : [...personal, starter], commandLine),
    });
  }

  /** The layer files that have been read, with the presets that they adopt: absolute paths. */
  layerFiles(): string[] {
    return this.everything().documents.filter(({ remote }) => remote === null).map(({ reading }) => reading.layer.identity);
  }

  /** What is read for all files, whatever lies in the project. */
  private personalLayer(): { readonly documents: readonly LayerDocument[]; readonly outer: OuterProblems } {
    const { personalFile, personalName } = this.source.run;
    if (personalFile === null) return NO_PERSONAL;
    if (this.personal === null) {
      const { document, problem, warning } = this.reader.readPersonal(personalFile, personalName);
      this.personal = { documents: document === null ? [] : [document], outer: { problems: problem === null ? [] : [problem], warnings: warning === null ? [] : [warning] } };
    }
    return this.personal;
  }

  /** What decides by these layer files; the same one for all questions that ask about files. */
  private decidingFor({ rules: catalog, layers }: KnownRules, around: readonly LayerDocument[], commandLine: readonly SelectingStatement[]): Deciding {
    const key = around.at(-1) ?? null;
    let known = this.deciding.get(catalog);
    if (known === undefined) this.deciding.set(catalog, (known = new Map()));
    let deciding = known.get(key);
    if (deciding === undefined) known.set(key, (deciding = new Deciding(catalog, layers, around, commandLine, this.source.run.today)));
    return deciding;
  }

  private walkerFor(targets: readonly string[], opens: boolean): TreeWalker {
    const key = JSON.stringify([opens, ...targets]);
    let walker = this.walkers.get(key);
    if (walker === undefined) {
      walker = new TreeWalker(this.tree, opens, this.source.run.watch);
      if (isWhole(targets)) walker.walk(this.tree.root);
      else for (const target of targets) this.walkTarget(target, walker);
      if (targets.length > 1) walker.tidy();
      this.walkers.set(key, walker);
    }
    return walker;
  }

  private walkTarget(target: string, walker: TreeWalker): void {
    const { root, files } = this.source;
    const { kind, name, directory, exclusion } = locate(target, root, this.tree, files);
    walker.directories.add(directory);
    if (kind === undefined) {
      const above = fileAbove(target, root);
      throw new UsageError(above === null ? `${target}: there is no such file or directory` : `${target}: nothing can be there, since ${above} is a file`);
    }
    if (exclusion !== null) walker.skipped.push({ path: kind === 'directory' ? `${target}/` : target, ...exclusion });
    else if (kind === 'directory') walker.walk(this.tree.child(directory, name, false));
    else walker.addFile(directory, name, kind);
  }

  /** Everything that the project has. */
  private everything(): Reading {
    const { root, files } = this.source;
    const known = files.layerDirectories();
    const directories = known === null
      ? (this.walkers.get(JSON.stringify([true])) ?? this.walkerFor([], false)).directories
      : withParents(known.map((own) => locate(own === '' ? LAYER_FILE : `${own}/${LAYER_FILE}`, root, this.tree, files).directory).filter(({ isOut }) => !isOut));
    return new Reading(this.personalLayer().documents, [...directories], NO_PERSONAL.outer);
  }

  /** The rules that there are, and what layer files say by them. @throws LayerError if two house rules elsewhere have one id, or one has the concern of another program. */
  private rulesFor(reading: Reading, foreign: ForeignRules, isEverything: boolean, names: readonly RuleId[]): KnownRules {
    const all = isEverything || !this.mayNeedMore(reading, foreign, names) ? reading : this.everything().and(reading);
    const { rules: houseRules, twice } = all.houseRules();
    if (twice.length > 0 && all !== reading) throw new LayerError(twice, all.texts());
    const shared = foreign.sharedWith(houseRules);
    if (shared.length > 0) throw new LayerError(shared, all.texts());
    const foreignRules = foreign.rulesFor([...names, ...all.unknownSelectors(), ...this.source.run.set.map((text) => /^[^=.]*/.exec(text)?.[0] ?? '')]);
    if (!areSame(houseRules, this.known.houseRules) || !areSame(foreignRules, this.known.foreignRules)) {
      const rules = CATALOG.with([...houseRules.map(makeHouseRule), ...foreignRules.map(makeForeignRule)]);
      this.known = { houseRules, foreignRules, rules, layers: new BoundLayers(rules, rules !== CATALOG) };
    }
    return this.known;
  }

  private mayNeedMore(reading: Reading, foreign: ForeignRules, names: readonly RuleId[]): boolean {
    const isUnknown = (name: RuleId): boolean => CATALOG.get(name) === undefined && !foreign.knows(name);
    if (names.some(isUnknown) || reading.houseRules().rules.length > 0 || reading.mayNeedHouseRules(isUnknown)) return true;
    try {
      return commandLineStatements(this.source.run, CATALOG).some(({ selector }) => selector.kind !== 'rule');
    } catch (error) {
      // It may name a house rule.
      if (error instanceof UsageError) return true;
      throw error;
    }
  }

  /** Whether there is a layer file anywhere. @throws LayerError if one of them is wrong. */
  private hasLayerFile(layers: BoundLayers): boolean {
    const all = this.everything();
    this.needRight(all, layers);
    return all.layerFiles > 0;
  }

  /** @throws LayerError if anything that was read is wrong. */
  private needRight(reading: Reading, layers: BoundLayers): void {
    const problems = [...layers.problemsOf(reading.documents, reading.needsReasons), ...reading.problems, ...reading.houseRules().twice];
    if (problems.length > 0) throw new LayerError(this.reader.presets.foreign.displayable(problems), reading.texts());
  }
}

const NO_PERSONAL: { readonly documents: readonly LayerDocument[]; readonly outer: OuterProblems } = { documents: [], outer: { problems: [], warnings: [] } };

function areSame(some: readonly object[], others: readonly object[]): boolean {
  return some.length === others.length && some.every((one, index) => one === others[index]);
}

function isWhole(targets: readonly string[]): boolean {
  return targets.length === 0 || targets.includes('');
}

/** Directories and all around them, each once, the outer ones first. */
function withParents(directories: Iterable<Directory>): Directory[] {
  const met = new Set<Directory>();
  const add = (directory: Directory): void => {
    if (met.has(directory)) return;
    if (directory.parent !== null) add(directory.parent);
    met.add(directory);
  };
  for (const directory of directories) add(directory);
  return [...met];
}
