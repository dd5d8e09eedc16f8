import type { Catalog } from '../../catalog/catalog.js';
import type { Adoption, LayerFile } from '../../model/layer.js';
import type { Problem } from '../../model/problem.js';
import { adoptionsOf, type LayerDocument } from '../layer-document.js';
import { missingReasons } from '../missing-reasons.js';
import type { ParsedLayer } from '../parse/unbound-layer.js';
import type { BoundLayer } from './bind-layer.js';

/** What layer files say, now that it is known which rules there are. Each is bound once. */
export class BoundLayers {
  private readonly bound = new Map<LayerDocument, BoundLayer>();
  private readonly adopted = new Map<Adoption, LayerDocument | null>();

  /** @param bind what binds a layer file by the rules of `catalog`. */
  constructor(readonly catalog: Catalog, private readonly bind: (parsed: ParsedLayer, catalog: Catalog) => BoundLayer) {}

  /** What a document says. */
  layerOf(document: LayerDocument): LayerFile {
    return this.boundOf(document).layer;
  }

  /** The layer file that an adoption brings in; undefined if it could not be read. */
  readonly lookup = (adoption: Adoption): LayerFile | undefined => {
    const document = this.adopted.get(adoption);
    return document == null ? undefined : this.layerOf(document);
  };

  /** What is wrong with documents. @param needsReasons whether the project's files must give reasons. */
  problemsOf(documents: readonly LayerDocument[], needsReasons: boolean): Problem[] {
    return documents.flatMap((document) => {
      const { layer, problems } = this.boundOf(document);
      const lacks = needsReasons && document.source.isOutside !== true && layer.role !== 'personal' ? missingReasons(layer) : [];
      return [...problems, ...lacks, ...document.problems];
    });
  }

  /** What is ignored in documents, and may surprise. */
  warningsOf(documents: readonly LayerDocument[]): Problem[] {
    return documents.flatMap((document) => this.boundOf(document).warnings);
  }

  private boundOf(document: LayerDocument): BoundLayer {
    let bound = this.bound.get(document);
    if (bound === undefined) {
      this.bound.set(document, (bound = this.bind(document.parsed, this.catalog)));
      adoptionsOf(bound.layer).forEach((adoption, index) => this.adopted.set(adoption, document.adopted[index] ?? null));
    }
    return bound;
  }
}
