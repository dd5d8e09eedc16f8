import type { Catalog } from '../catalog/catalog.js';
import type { Adoption, LayerFile } from '../model/layer.js';
import type { Problem } from '../model/problem.js';
import { adoptionsOf, type LayerDocument } from './layer-document.js';
import { missingReasons } from './missing-reasons.js';
import { readLayer, type LayerReading } from './read-layer.js';

/** What layer files say once it is known which rules there are. */
export class BoundLayers {
  private readonly readings = new Map<LayerDocument, LayerReading>();
  private readonly adopted = new Map<Adoption, LayerDocument | null>();

  /** @param isWhole whether the catalog has the project's own rules, so that the documents must be read once more. */
  constructor(private readonly catalog: Catalog, private readonly isWhole: boolean) {}

  /** What a document says. */
  layerOf(document: LayerDocument): LayerFile {
    return this.readingOf(document).layer;
  }

  /** The layer file that an adoption brings in; undefined if it could not be read. */
  readonly lookup = (adoption: Adoption): LayerFile | undefined => {
    const document = this.adopted.get(adoption);
    return document == null ? undefined : this.layerOf(document);
  };

  /** What is wrong with documents. @param needsReasons whether the project's files must give reasons. */
  problemsOf(documents: readonly LayerDocument[], needsReasons: boolean): Problem[] {
    return documents.flatMap((document) => {
      const { layer, problems } = this.readingOf(document);
      const lacks = needsReasons && document.source.isOutside !== true && layer.role !== 'personal' ? missingReasons(layer) : [];
      return [...problems, ...lacks, ...document.problems];
    });
  }

  /** What is ignored in documents, and may surprise. */
  warningsOf(documents: readonly LayerDocument[]): Problem[] {
    return documents.flatMap((document) => this.readingOf(document).warnings);
  }

  private readingOf(document: LayerDocument): LayerReading {
    let reading = this.readings.get(document);
    if (reading === undefined) {
      reading = this.isWhole ? readLayer(document.text, document.source, this.catalog) : document.reading;
      this.readings.set(document, reading);
      // How many adoptions there are does not depend on the rules.
      adoptionsOf(reading.layer).forEach((adoption, index) => this.adopted.set(adoption, document.adopted[index] ?? null));
    }
    return reading;
  }
}
