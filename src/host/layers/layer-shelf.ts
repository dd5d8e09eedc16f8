import { CATALOG } from '../../core/catalog/registry.js';
import { readLayer, type LayerReading, type LayerSource } from '../../core/layers/read-layer.js';

/** Of how many texts of one file it is known what they say: as it is, and as a trial has it. */
const KEPT = 2;

/** Keeps what the texts of layer files say: while a session goes on, few of many change. */
export class LayerShelf {
  /** By the file and what it is to the project; the latest text first. */
  private readonly known = new Map<string, readonly { readonly text: string; readonly reading: LayerReading }[]>();

  /** Reads the text of a layer file, by the rules that come with Elvar. */
  read(text: string, source: LayerSource): LayerReading {
    const key = JSON.stringify([source.identity, source.file, source.role, source.isOutside]);
    const kept = this.known.get(key) ?? [];
    const found = kept.find((one) => one.text === text) ?? { text, reading: readLayer(text, source, CATALOG) };
    if (kept[0] !== found) this.known.set(key, [found, ...kept.filter((one) => one !== found)].slice(0, KEPT));
    return found.reading;
  }
}
