import type { Catalog } from '../../src/core/catalog/catalog.js';
import { bindLayer, type BoundLayer } from '../../src/core/layers/bind/bind-layer.js';
import { parseLayer, type LayerSource } from '../../src/core/layers/parse/parse-layer.js';

/** What the text of a layer file says by the rules of a catalog. */
export function readLayer(text: string, source: LayerSource, catalog: Catalog): BoundLayer {
  return bindLayer(parseLayer(text, source), catalog);
}
