import type { Adoption, RemoteReference } from '../model/layer.js';
import type { Problem } from '../model/problem.js';
import type { LayerSource } from './parse/parse-layer.js';
import type { ParsedLayer } from './parse/unbound-layer.js';

/** A layer file as it was found, with what it adopts: all that can be known before it is known which rules there are. */
export interface LayerDocument {
  readonly source: LayerSource;
  readonly text: string;
  /** What it says. */
  readonly parsed: ParsedLayer;
  /** The package that it belongs to; null for a file of the project or the user. */
  readonly packageFolder: string | null;
  /** Where it was fetched from; null for a local file. */
  readonly remote: RemoteReference | null;
  /** Whether its text may be shown: nothing of a file outside the project is, but what it decides. */
  readonly isShown: boolean;
  /**
   * What its adoptions bring in, in the order of {@link adoptionsOf}; null where there is nothing, which is among the problems.
   */
  readonly adopted: (LayerDocument | null)[];
  /** What is wrong with its adoptions. */
  readonly problems: Problem[];
}

interface Adopting {
  readonly presets: readonly Adoption[];
}

/** All presets that a layer file adopts, including those of its zones. */
export function adoptionsOf({ presets, zones }: Adopting & { readonly zones: readonly Adopting[] }): Adoption[] {
  return [...presets, ...zones.flatMap((zone) => zone.presets)];
}

/** Documents and all that they adopt, each once, the adopting one first. */
export function withAdopted(documents: Iterable<LayerDocument>): LayerDocument[] {
  const met = new Set<LayerDocument>();
  const add = (document: LayerDocument): void => {
    if (met.has(document)) return;
    met.add(document);
    for (const preset of document.adopted) if (preset !== null) add(preset);
  };
  for (const document of documents) add(document);
  return [...met];
}
