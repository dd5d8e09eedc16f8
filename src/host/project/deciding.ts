import { DirectoryRules } from '../../core/cascade/directory-rules.js';
import { Resolver } from '../../core/cascade/resolver.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { BoundLayers } from '../../core/layers/bind/bound-layers.js';
import type { LayerDocument } from '../../core/layers/layer-document.js';
import type { SelectingStatement } from '../../core/layers/stack.js';
import type { Directory } from './tree.js';

/** Decides the rules of directories and files, from what has been read. Only to be asked if nothing that was read is wrong. */
export class Deciding {
  readonly resolver: Resolver;
  private readonly rules = new Map<Directory, DirectoryRules>();

  /**
   * @param around the documents that come before the root's own: the personal one, and the preset in place of a missing one.
   * @param commandLine what the command line sets. @param today as YYYY-MM-DD.
   */
  constructor(
    private readonly layers: BoundLayers,
    private readonly around: readonly LayerDocument[],
    readonly commandLine: readonly SelectingStatement[],
    today: string,
  ) {
    this.resolver = new Resolver(layers.catalog, today, commandLine);
  }

  /** The rules that there are. */
  get catalog(): Catalog {
    return this.layers.catalog;
  }

  /** What applies in a directory. */
  rulesIn(directory: Directory): DirectoryRules {
    let rules = this.rules.get(directory);
    if (rules === undefined) {
      const { parent, document } = directory;
      rules = parent === null
        ? this.around.reduce((outer, own) => this.added(outer, own), DirectoryRules.NONE)
        : this.rulesIn(parent).descend(directory.name);
      if (document !== null) rules = this.added(rules, document);
      this.rules.set(directory, rules);
    }
    return rules;
  }

  /** What a preset decides by itself, in the root's place. */
  rulesOf(preset: LayerDocument): DirectoryRules {
    return this.added(DirectoryRules.NONE, preset);
  }

  private added(rules: DirectoryRules, document: LayerDocument): DirectoryRules {
    return rules.with(this.layers.layerOf(document), this.layers.lookup);
  }
}
