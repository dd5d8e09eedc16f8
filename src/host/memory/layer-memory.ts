import type { Catalog } from '../../core/catalog/catalog.js';
import { bindLayer, type BoundLayer } from '../../core/layers/bind/bind-layer.js';
import { parseLayer } from '../../core/layers/parse/parse-layer.js';
import type { ParseLayer } from '../layers/preset-reader.js';
import type { ParsedLayer } from '../../core/layers/parse/unbound-layer.js';

/** How many texts of one layer file are remembered: as it is, and as a trial has it. */
const KEPT = 2;

/** Remembers what layer files say: in a session, few of many change. */
export class LayerMemory {
  /** By the file and its part in the project; the latest text first. */
  private readonly parsed = new Map<string, readonly { readonly text: string; readonly parsed: ParsedLayer }[]>();
  private readonly bound = new WeakMap<Catalog, WeakMap<ParsedLayer, BoundLayer>>();

  /** Parses the text of a layer file. */
  readonly parse: ParseLayer = (text, source) => {
    const key = JSON.stringify([source.identity, source.file, source.role, source.isOutside]);
    const kept = this.parsed.get(key) ?? [];
    const found = kept.find((one) => one.text === text) ?? { text, parsed: parseLayer(text, source) };
    if (kept[0] !== found) this.parsed.set(key, [found, ...kept.filter((one) => one !== found)].slice(0, KEPT));
    return found.parsed;
  };

  /** What a layer file says by the rules of a catalog. */
  readonly bind = (parsed: ParsedLayer, catalog: Catalog): BoundLayer => {
    let known = this.bound.get(catalog);
    if (known === undefined) this.bound.set(catalog, (known = new WeakMap()));
    let bound = known.get(parsed);
    if (bound === undefined) known.set(parsed, (bound = bindLayer(parsed, catalog)));
    return bound;
  };
}
