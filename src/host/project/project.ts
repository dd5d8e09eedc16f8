import type { DirectoryRules } from '../../core/cascade/directory-rules.js';
import type { GuardedOut } from '../../core/cascade/guarded-out.js';
import type { Notice } from '../../core/cascade/report-base.js';
import type { ResolvedFile } from '../../core/cascade/resolve-report.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { BoundLayers } from '../../core/layers/bind/bound-layers.js';
import type { LayerDocument } from '../../core/layers/layer-document.js';
import type { StackExpectation } from '../../core/layers/stack.js';
import {
  NO_SCOPE_SETTINGS, type FailOn, type LayerFile, type RemoteReference, type ScopeSettings,
} from '../../core/model/layer.js';
import type { ExpectationReport } from '../../core/expectations/broken-expectation.js';
import type { Confidence } from '../../core/model/rule.js';
import type { IncompletePath, SkippedPath } from '../../core/model/scope.js';
import { liesIn } from '../files/real-path.js';
import type { ForeignRules } from '../intake/foreign-rules.js';
import type { Intake } from '../intake/read-intake.js';
import type { Deciding } from './deciding.js';
import { expectationReport } from './expectation-report.js';
import { guardedOut } from './guarded-out.js';
import type { Location } from './locate.js';
import type { ParsedLayers } from './parsed-layers.js';
import type { Tree } from './tree.js';
import type { TreeWalker } from './walk.js';

/** A file in scope according to its path, with its rules. */
export interface ListedFile extends ResolvedFile {
  /** What is expected of it. */
  readonly expected: readonly StackExpectation[];
}

/** The contents of the tree, in the order of the paths' bytes, with what they were made from. */
export interface ProjectListing {
  readonly files: readonly ListedFile[];
  readonly skipped: readonly SkippedPath[];
  readonly incomplete: readonly IncompletePath[];
  /** Paths of files that a negated pattern re-includes. */
  readonly own: ReadonlySet<string>;
  /** Finds the patterns of inner directories that exclude files protected by a guard of an outer layer. */
  readonly guardedOut: () => GuardedOut[];
  /** Whether patterns exclude a path, whether or not there is anything. */
  readonly excludes: (own: string) => boolean;
  /** A text that changes whenever the patterns may exclude other paths. */
  readonly patterns: () => string;
  readonly settings: ScopeSettings;
  readonly failOn: FailOn;
  readonly confidence: Confidence | null;
  /**
   * How the expectations stand.
   * @param isWhole whether the whole project is asked about, so that files that need not exist are too.
   */
  readonly expectations: (isWhole: boolean) => ExpectationReport;
  /** Whether a waiver without a reason excuses nothing. */
  readonly needsReasons: boolean;
  readonly layerFiles: number;
  /** The layer files of the project that were read. */
  readonly layers: readonly LayerFile[];
  /** The fetched presets that are in use. */
  readonly remotes: readonly RemoteReference[];
  readonly notices: readonly Notice[];
}

/** What a project was read and decided from. */
interface ProjectParts {
  readonly root: string;
  readonly tree: Tree;
  readonly parsed: ParsedLayers;
  readonly layers: BoundLayers;
  readonly foreign: ForeignRules;
  readonly deciding: Deciding;
  readonly usesStarter: boolean;
  /** What was listed; null if nothing was. */
  readonly walker: TreeWalker | null;
  /** The paths that were located, in the order of the question. */
  readonly locations: readonly Location[];
  /** The presets that are asked about by themselves. */
  readonly presets: readonly LayerDocument[];
}

/** The answer to what is read and decided for one question: nothing of it is wrong. */
export class Project {
  constructor(private readonly parts: ProjectParts) {}

  get catalog(): Catalog {
    return this.parts.deciding.catalog;
  }

  get deciding(): Deciding {
    return this.parts.deciding;
  }

  /** What other programs found. @throws UsageError if a log is malformed. */
  readLogs(): Intake {
    return this.parts.foreign.readLogs();
  }

  /** Whether `elvar:starter` is used because there are no layer files. */
  get usesStarter(): boolean {
    return this.parts.usesStarter;
  }

  /** What the root's file says about reading files. */
  get settings(): ScopeSettings {
    return this.parts.tree.rootLayer()?.scope ?? NO_SCOPE_SETTINGS;
  }

  get incomplete(): IncompletePath[] {
    return this.parts.parsed.incomplete;
  }

  /** What applies in the root's directory. */
  rootRules(): DirectoryRules {
    return this.parts.deciding.rulesIn(this.parts.tree.root());
  }

  get locations(): readonly Location[] {
    return this.parts.locations;
  }

  /** The presets that are asked about by themselves, in the order of the question. */
  get presets(): readonly LayerDocument[] {
    return this.parts.presets;
  }

  /** What a layer file says. */
  layerOf(document: LayerDocument): LayerFile {
    return this.parts.layers.layerOf(document);
  }

  /** What was ignored and may surprise. */
  notices(): Notice[] {
    const { parsed, layers } = this.parts;
    return parsed.noticesWith(layers.warningsOf(parsed.documents));
  }

  /** The files that were asked for, with their rules. */
  list(): ProjectListing {
    const { root, tree, parsed, layers, deciding, walker } = this.parts;
    const { files = [], skipped = [], incomplete = [], own = new Set<string>(), takenOut = [] } = walker ?? {};
    const rootLayer = tree.rootLayer();
    const listed = files.map(({ path, name, language, directory }) => {
      const here = deciding.rulesIn(directory);
      return {
        path, language, rules: here.rulesFor(name, language, deciding.resolver), expected: here.expectationsFor(name, language),
      };
    });
    return {
      files: listed,
      skipped,
      incomplete: [...incomplete, ...parsed.incomplete],
      excludes: (target) => tree.excludes(target),
      patterns: () => tree.patterns(),
      settings: this.settings,
      own,
      guardedOut: () => guardedOut(takenOut, { root, tree, deciding }),
      failOn: rootLayer?.failOn ?? 'error',
      confidence: rootLayer?.confidence ?? null,
      needsReasons: rootLayer?.needsReasons ?? false,
      layerFiles: parsed.layerFiles,
      layers: ownDocuments(parsed, root).map((document) => layers.layerOf(document)),
      expectations: (isWhole) => expectationReport(
        { files: listed, isWhole, parsed, tree, deciding, catalog: this.catalog, fails: rootLayer?.expectationsFail ?? true },
      ),
      remotes: parsed.documents.flatMap(({ remote }) => remote ?? []),
      notices: this.notices(),
    };
  }
}

/** The project's own layer files: those of directories, and presets inside the project. */
function ownDocuments({ directories, documents }: ParsedLayers, root: string): LayerDocument[] {
  const ofDirectories = directories.flatMap(({ document }) => document ?? []);
  const presets = documents.filter(({ source, packageFolder, remote, parsed }) =>
    source.role === 'preset' && packageFolder === null && remote === null && liesIn(parsed.layer.identity, root));
  return [...ofDirectories, ...presets];
}
