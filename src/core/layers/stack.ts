import type { Adoption, LayerFile, Ruling, Zone } from '../model/layer.js';
import type { Place } from '../model/place.js';
import { formatSelector } from '../model/selector.js';
import type { LayerInstance, Statement, StatementZone } from '../model/statement.js';

/** A zone as it stands in a stack. Its patterns are relative to the directory of the stack it was added in. */
export interface ZoneCondition {
  readonly zone: Zone;
}

/** A statement about every rule that a ruling's selector selects. */
export interface RulingStatement {
  readonly ruling: Ruling;
  readonly statement: Statement;
}

/** Rulings that stand together: they hold for a file when all zones around them do. */
export interface Block {
  readonly layer: LayerInstance;
  readonly zones: readonly ZoneCondition[];
  readonly statements: readonly RulingStatement[];
  /** Whether an inner layer has refused to inherit it. */
  readonly isCutOff: boolean;
}

/** Everything that is said for the files of a directory, lowest first. Directories that add nothing share their parent's. */
export interface Stack {
  /** Lowest first; without the catalog. */
  readonly layers: readonly LayerInstance[];
  readonly blocks: readonly Block[];
}

/** The stack in which nothing is said. */
export const EMPTY_STACK: Stack = { layers: [], blocks: [] };

/** Finds the layer file that an adoption brings in; undefined when it could not be read, which has been reported. */
export type AdoptionLookup = (adoption: Adoption) => LayerFile | undefined;

/**
 * The stack of a directory: its parent's, then the layer file of the directory itself.
 * @param zones filled with the conditions that the layer adds, in their order.
 */
export function extendStack(parent: Stack, layer: LayerFile, lookup: AdoptionLookup, zones: ZoneCondition[]): Stack {
  const inherited = layer.inherit ? parent.blocks : parent.blocks.map((block) => ({ ...block, isCutOff: true }));
  const layers: LayerInstance[] = [];
  const blocks: Block[] = [];
  addLayer(layer, [], { lookup, zones, layers, blocks });
  return { layers: [...parent.layers, ...layers], blocks: [...inherited, ...blocks] };
}

interface Addition {
  readonly lookup: AdoptionLookup;
  readonly zones: ZoneCondition[];
  readonly layers: LayerInstance[];
  readonly blocks: Block[];
}

/** Adds a layer file: first the presets it adopts, then its rulings, then its zones. */
function addLayer(layer: LayerFile, through: readonly Place[], addition: Addition): void {
  for (const adoption of layer.presets) {
    const preset = addition.lookup(adoption);
    if (preset !== undefined) addLayer(preset, [...through, adoption.place], addition);
  }
  const instance: LayerInstance = {
    id: [...through.map((place) => `${place.file}:${place.line}`), layer.file].join(' → '),
    kind: layer.role === 'preset' ? 'preset' : 'project',
    title: layer.title,
    file: layer.file,
    through,
  };
  addition.layers.push(instance);
  addBlock(instance, layer.rulings, [], addition);
  for (const zone of layer.zones) {
    const condition = { zone };
    addition.zones.push(condition);
    addBlock(instance, zone.rulings, [condition], addition);
  }
}

function addBlock(layer: LayerInstance, rulings: readonly Ruling[], zones: readonly ZoneCondition[], addition: Addition): void {
  if (rulings.length === 0) return;
  const innermost = zones.at(-1)?.zone ?? null;
  const zone = innermost && { name: innermost.name, place: innermost.place, because: innermost.because };
  const statements = rulings.map((ruling) => ({ ruling, statement: statementOf(ruling, layer, zone) }));
  addition.blocks.push({ layer, zones, statements, isCutOff: false });
}

function statementOf(ruling: Ruling, layer: LayerInstance, zone: StatementZone | null): Statement {
  return {
    layer,
    place: ruling.place,
    selector: formatSelector(ruling.selector),
    zone,
    level: ruling.level,
    options: ruling.options,
    waivers: ruling.waivers,
    fix: ruling.fix,
    guard: ruling.guard,
    because: ruling.because,
    until: ruling.until,
  };
}
