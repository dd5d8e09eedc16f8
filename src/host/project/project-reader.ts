import type { ProjectQuestion } from '../questions/project-question.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import { BoundLayers } from '../../core/layers/bind/bound-layers.js';
import type { LayerDocument } from '../../core/layers/layer-document.js';
import type { SelectingStatement } from '../../core/layers/stack.js';
import { LayerError } from '../files/errors.js';
import type { ProjectFiles } from '../files/project-files.js';
import type { ForeignRules } from '../intake/foreign-rules.js';
import type { LogMemory } from '../memory/log-memory.js';
import { Logs } from '../intake/logs.js';
import { LayerReader } from '../layers/layer-reader.js';
import type { LayerMemory } from '../memory/layer-memory.js';
import { settingStatements, type RunSettings } from '../layers/run-settings.js';
import { mayNeedOthers, RuleCollector, type Naming } from './collect-rules.js';
import { Deciding } from './deciding.js';
import { declaredRules } from './declared-rules.js';
import { DirectoryWalks, isWhole, withParents } from './directory-walks.js';
import type { Location } from './locate.js';
import { LayerFiles } from './layer-files.js';
import type { ParsedLayers } from './parsed-layers.js';
import { Project } from './project.js';
import { Tree, type Directory } from './tree.js';
import type { TreeWalker } from './walk.js';

/** Where a project is read from. */
interface ProjectSource {
  readonly root: string;
  /** The directory that paths of presets on the command line start from. */
  readonly directory: string;
  readonly files: ProjectFiles;
  readonly run: RunSettings;
  /** What is remembered of logs, and of the texts of layer files. */
  readonly memory: { readonly logs: LogMemory; readonly layers: LayerMemory };
}

/** What the walk for a question has come to. */
interface Walked {
  /** What was listed; null if nothing was. */
  readonly walker: TreeWalker | null;
  readonly locations: readonly Location[];
  /** The directories in question and all around them, the outer ones first. */
  readonly directories: readonly Directory[];
}

/** The layer files that a question depends on. */
interface Parsed {
  /** Those of the directories in question, and the presets that are asked about. */
  readonly asked: ParsedLayers;
  /** With those of the whole project, where these may matter. */
  readonly all: ParsedLayers;
  /** Whether there is no layer file in question, so that it matters whether there is one anywhere. */
  readonly mayBeBare: boolean;
  /** The presets that are asked about by themselves. */
  readonly presets: readonly LayerDocument[];
  /** The preset in the place of layer files that are nowhere; null if there are any. */
  readonly starter: LayerDocument | null;
  /** The rules of other programs, by the logs that the root's file declares. */
  readonly foreign: ForeignRules;
}

/** What is said of the rules that there are. */
interface Bound {
  readonly layers: BoundLayers;
  /** What the command line sets. */
  readonly settings: readonly SelectingStatement[];
}

/**
 * Reads what a question needs and decides its rules.
 * Whatever the question, house rules hold for the whole project, and a preset takes the place of a layer file that is nowhere.
 * What has been read serves the next question too.
 */
export class ProjectReader {
  private readonly walks: DirectoryWalks;
  private readonly layerReader: LayerReader;
  private readonly files: LayerFiles;
  /** The logs of other programs. */
  readonly logs: Logs;
  private readonly rules = new RuleCollector();
  private readonly bound = new Map<Catalog, Bound>();
  private readonly deciding = new Map<Bound, Map<LayerDocument | null, Deciding>>();

  constructor(private readonly source: ProjectSource) {
    const { root, files, run, memory } = source;
    this.layerReader = new LayerReader(root, files, memory.layers.parse);
    this.files = new LayerFiles(this.layerReader, run);
    this.logs = new Logs(run.intake, root, files, memory.logs.read);
    this.walks = new DirectoryWalks(root, new Tree(root, files, this.layerReader, run.evenIgnored), files, run.watch);
  }

  /** @throws LayerError if a layer file that was read is wrong; UsageError if a target or a command-line setting is. */
  read(question: ProjectQuestion): Project {
    const walked = this.walk(question);
    const parsed = this.parse(question, walked);
    const rules = this.collectRules(question, parsed);
    const bound = this.bind(parsed, rules);
    return this.decide(walked, parsed, bound);
  }

  /** The layer files that have been read, with the presets that they adopt: absolute paths. */
  layerFiles(): string[] {
    const { documents } = this.files.in(this.walks.everywhere());
    return documents.filter(({ remote }) => remote === null).map(({ parsed }) => parsed.layer.identity);
  }

  /** The directories that the question is about, from the root down, each with its patterns and its layer file. */
  private walk({ list, locate = [] }: ProjectQuestion): Walked {
    const walker = list === undefined ? null : this.walks.list(list.targets, list.opens);
    const locations = locate.map((own) => this.walks.locate(own));
    return {
      walker, locations, directories: withParents([...walker?.directories ?? [], ...locations.map(({ directory }) => directory)]),
    };
  }

  /** The layer files of these directories with all that they adopt, and what else the answer depends on. */
  private parse(question: ProjectQuestion, { directories }: Walked): Parsed {
    const { list, presets = [], needsLayers = true } = question;
    const named = this.files.presets(presets, this.source.directory);
    const asked = this.files.in(directories, named);
    const foreign = this.logs.rulesWith(asked.intake);
    const isEverything = list !== undefined && isWhole(list.targets);
    const mayBeBare = needsLayers && asked.layerFiles === 0;
    const needsAll = !isEverything && (mayBeBare || mayNeedOthers(asked, foreign, this.namingIn(question)));
    const all = needsAll ? this.files.in(this.walks.everywhere()).and(asked) : asked;
    const starter = mayBeBare && all.layerFiles === 0 ? this.files.starter() : null;
    return { asked, all, mayBeBare, presets: named.documents, starter, foreign };
  }

  /** Elvar's own rules, those of the house, and those of other programs. @throws LayerError if two of them have one id. */
  private collectRules(question: ProjectQuestion, { asked, all, foreign }: Parsed): Catalog {
    const { twice } = declaredRules(all.documents);
    if (twice.length > 0 && all !== asked) throw new LayerError(twice, all.texts());
    return this.rules.collect(all, foreign, this.namingIn(question));
  }

  /** What the layer files and the command line say by these rules. @throws LayerError, UsageError if any of it is wrong. */
  private bind({ asked, all, mayBeBare }: Parsed, rules: Catalog): Bound {
    const { run: { set }, memory } = this.source;
    let bound = this.bound.get(rules);
    if (bound === undefined) this.bound.set(
      rules, (bound = { layers: new BoundLayers(rules, memory.layers.bind), settings: settingStatements(set, rules) }),
    );
    this.needRight(asked, bound.layers);
    if (mayBeBare) this.needRight(all, bound.layers);
    return bound;
  }

  /** What decides, from the outermost layer to the command line. */
  private decide({ walker, locations }: Walked, { asked, presets, starter, foreign }: Parsed, bound: Bound): Project {
    const personal = walker === null && locations.length === 0 ? [] : this.files.personal().documents;
    return new Project({
      root: this.source.root, tree: this.walks.tree, layers: bound.layers, foreign, walker, locations, presets,
      usesStarter: starter !== null,
      parsed: starter === null ? asked : asked.with(starter),
      deciding: this.decidingFor(bound, starter === null ? personal : [...personal, starter]),
    });
  }

  /** What decides by these layer files; the same one for all questions that ask about files. */
  private decidingFor(bound: Bound, around: readonly LayerDocument[]): Deciding {
    const key = around.at(-1) ?? null;
    let known = this.deciding.get(bound);
    if (known === undefined) this.deciding.set(bound, (known = new Map()));
    let deciding = known.get(key);
    if (deciding === undefined) {
      known.set(key, (deciding = new Deciding(bound.layers, around, bound.settings, this.source.run.today)));
    }
    return deciding;
  }

  private namingIn({ names = [] }: ProjectQuestion): Naming {
    return { names, settings: this.source.run.set };
  }

  private needRight(parsed: ParsedLayers, layers: BoundLayers): void {
    const { documents, needsReasons } = parsed;
    const problems = [...layers.problemsOf(documents, needsReasons), ...parsed.problems, ...declaredRules(documents).twice];
    if (problems.length > 0) throw new LayerError(this.layerReader.presets.foreign.displayable(problems), parsed.texts());
  }
}
