import { withoutTrailing } from '../base/trailing.js';
import { NO_FREEDOM_SETTINGS } from '../model/freedom.js';
import type { Adoption, AdoptionFilter, LayerFile, Ruling, Zone } from '../model/layer.js';
import type { Expectation } from '../model/expectation.js';
import type { Level } from '../model/level.js';
import type { Located, Place } from '../base/place.js';
import { formatSelector, type Selector } from '../model/selector.js';
import type { LayerInstance, Statement, StatementZone } from '../model/statement.js';

/** A zone in a stack. Its patterns are relative to the directory of the stack that added it. */
export interface ZoneCondition {
  readonly zone: Zone;
}

/** A statement about every rule that a selector selects. */
export interface SelectingStatement {
  readonly selector: Selector;
  readonly statement: Statement;
}

/** Statements that belong together: they hold for files in all zones around them, and for rules that pass all filters. */
export interface Block {
  readonly layer: LayerInstance;
  readonly zones: readonly ZoneCondition[];
  readonly filters: readonly AdoptionFilter[];
  readonly statements: readonly SelectingStatement[];
}

/** What one layer file adds to a stack. */
interface Segment {
  readonly blocks: readonly Block[];
  /** Indexes of the blocks outside zones. */
  readonly unconditional: readonly number[];
  /** Indexes of the blocks in zones, keyed by the innermost zone. */
  readonly byZone: ReadonlyMap<ZoneCondition, readonly number[]>;
}

/** All blocks that apply to the files of a directory, lowest first. Directories that add nothing share their parent's. */
export interface Stack {
  /** Lowest first; without the catalog and the command line. */
  readonly layers: readonly LayerInstance[];
  /** The stack that this one extends; null for the empty one. */
  readonly parent: Stack | null;
  /** Whether everything in `parent` is inherited; if not, only guarded rulings are. */
  readonly inherits: boolean;
  /** What this stack adds. */
  readonly own: Segment;
}

const NO_SEGMENT: Segment = { blocks: [], unconditional: [], byZone: new Map() };

/** The empty stack. */
export const EMPTY_STACK: Stack = { layers: [], parent: null, inherits: true, own: NO_SEGMENT };

/**
 * The blocks of a segment that hold for a file, in order. A file lies in few of possibly hundreds of zones, so the
 * others are not looked at.
 */
export function activeBlocks({ blocks, unconditional, byZone }: Segment, active: readonly ZoneCondition[]): readonly Block[] {
  const inZones: number[] = [];
  for (const zone of active) {
    for (const index of byZone.get(zone) ?? []) {
      if ((blocks[index] as Block).zones.every((around) => active.includes(around))) inZones.push(index);
    }
  }
  const indexes = inZones.length === 0 ? unconditional : [...unconditional, ...inZones].sort((a, b) => a - b);
  return indexes.map((index) => blocks[index] as Block);
}

/**
 * An expectation in a stack: it is about files that its own condition and all zones around it cover, and about rules that pass
 * all filters.
 */
export interface StackExpectation {
  readonly expectation: Expectation;
  /** Its files, as a zone that nothing is said in. */
  readonly condition: ZoneCondition;
  readonly zones: readonly ZoneCondition[];
  readonly filters: readonly AdoptionFilter[];
  readonly layer: LayerInstance;
}

/** Finds the layer file that an adoption brings in; undefined if it could not be read, which has been reported. */
export type AdoptionLookup = (adoption: Adoption) => LayerFile | undefined;

/**
 * The stack of a directory: its parent's, then the layer file of the directory itself.
 * @param added receives the zones and the expectations that the layer adds, in order.
 */
export function extendStack(parent: Stack, layer: LayerFile, lookup: AdoptionLookup, added: {
  readonly zones: ZoneCondition[];
  readonly expectations: StackExpectation[];
}): Stack {
  const builder = new StackBuilder(lookup, added.zones, added.expectations, layer.role === 'personal');
  builder.addLayer(layer, { through: [], exemptions: [], zones: [], filters: [] });
  return { layers: [...parent.layers, ...builder.layers], parent, inherits: layer.inherit, own: segmentOf(builder.blocks) };
}

function segmentOf(blocks: readonly Block[]): Segment {
  const unconditional: number[] = [];
  const byZone = new Map<ZoneCondition, number[]>();
  blocks.forEach(({ zones }, index) => {
    const innermost = zones.at(-1);
    if (innermost === undefined) unconditional.push(index);
    else byZone.set(innermost, [...(byZone.get(innermost) ?? []), index]);
  });
  return { blocks, unconditional, byZone };
}

/** The adoptions and zones by which a layer file was reached. */
interface AdoptionPath {
  readonly through: readonly Place[];
  readonly exemptions: readonly string[];
  readonly zones: readonly ZoneCondition[];
  readonly filters: readonly AdoptionFilter[];
}

class StackBuilder {
  readonly layers: LayerInstance[] = [];
  readonly blocks: Block[] = [];

  constructor(
    private readonly lookup: AdoptionLookup,
    private readonly conditions: ZoneCondition[],
    private readonly expectations: StackExpectation[],
    private readonly isPersonal: boolean,
  ) {}

  /**
   * Adds a layer file: the presets it adopts, its rulings, its zones (each with its presets, its rulings, its cap), its own cap.
   */
  addLayer(layer: LayerFile, path: AdoptionPath): void {
    const own = { ...path, exemptions: [...path.exemptions, layer.identity] };
    const instance: LayerInstance = {
      id: [...path.through.map((place) => `${place.file}:${place.line}:${place.column}`), layer.file].join(' → '),
      kind: layer.role === 'preset' ? 'preset' : layer.role === 'personal' ? 'personal' : 'project',
      title: layer.title,
      file: layer.file,
      through: path.through,
      exemptions: own.exemptions,
    };
    this.addPresets(layer.presets, own);
    this.layers.push(instance);
    this.addBlock(instance, own, layer.rulings, null);
    for (const zone of layer.zones) {
      const condition = { zone };
      this.conditions.push(condition);
      const inZone = { ...own, zones: [...own.zones, condition] };
      this.addPresets(zone.presets, inZone);
      this.addBlock(instance, inZone, zone.rulings, zone.atMost);
    }
    this.addBlock(instance, own, [], layer.atMost);
    // What the user counts on is not the team's.
    if (!this.isPersonal) for (const expectation of layer.expectations) this.expectations.push(
      { expectation, condition: conditionOf(expectation), zones: own.zones, filters: own.filters, layer: instance },
    );
  }

  private addPresets(presets: readonly Adoption[], path: AdoptionPath): void {
    for (const adoption of presets) {
      const preset = this.lookup(adoption);
      if (preset === undefined) continue;
      const { only, except } = adoption.filter;
      const filters = only === null && except.length === 0 ? path.filters : [...path.filters, adoption.filter];
      this.addLayer(preset, { ...path, through: [...path.through, adoption.place], filters });
    }
  }

  private addBlock(
    layer: LayerInstance, { zones, filters }: AdoptionPath, rulings: readonly Ruling[], atMost: Located<Level> | null,
  ): void {
    const innermost = zones.at(-1)?.zone ?? null;
    const zone = innermost && { name: innermost.name, place: innermost.place, because: innermost.because };
    const statements = rulings.map((ruling) => ({ selector: ruling.selector, statement: this.statementOf(ruling, layer, zone) }));
    if (atMost !== null) statements.push({ selector: { kind: 'all' }, statement: capOf(atMost, layer, zone) });
    if (statements.length > 0) this.blocks.push({ layer, zones, filters, statements });
  }

  private statementOf(ruling: Ruling, layer: LayerInstance, zone: StatementZone | null): Statement {
    const { selector, place, level, options, waivers, fix, ledger, guard, because, until } = ruling;
    return {
      kind: 'ruling',
      layer,
      place,
      selector: formatSelector(selector),
      zone,
      level,
      options,
      waivers,
      fix,
      ledger,
      // The personal layer gives no guards, and neither do the presets it adopts.
      guard: this.isPersonal ? null : guard,
      because,
      until,
    };
  }
}

/** The files of an expectation, as the condition of a zone. */
function conditionOf({ place, files, because }: Expectation): ZoneCondition {
  const match = files.kind === 'patterns' ? files.patterns : [{ value: patternOf(files.path.value), place: files.path.place }];
  return { zone: { name: null, place, match, except: [], languages: null, presets: [], rulings: [], atMost: null, because } };
}

/** The pattern that matches only one path: gitignore(5) knows these characters, and blanks at the end. */
function patternOf(path: string): string {
  const body = withoutTrailing(path, ' ');
  return `/${body.replaceAll(/[\\*?[\]]/g, '\\$&')}${'\\ '.repeat(path.length - body.length)}`;
}

/** `at-most` is one statement about every rule. */
function capOf(atMost: Located<Level>, layer: LayerInstance, zone: StatementZone | null): Statement {
  return {
    kind: 'at-most', layer, place: atMost.place, selector: '*', zone, level: atMost, options: [],
    ...NO_FREEDOM_SETTINGS, guard: null, because: null, until: null,
  };
}
