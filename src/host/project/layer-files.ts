import type { LayerDocument } from '../../core/layers/layer-document.js';
import type { PresetReference } from '../../core/model/layer.js';
import type { LayerReader } from '../layers/layer-reader.js';
import type { RunSettings } from '../layers/run-settings.js';
import { ParsedLayers, type UnreadLayers } from './parsed-layers.js';
import type { Directory } from './tree.js';

/** Layer files that belong to no directory. */
interface OuterFiles {
  readonly documents: readonly LayerDocument[];
  readonly unread: UnreadLayers;
}

const NO_FILES: OuterFiles = { documents: [], unread: { problems: [], warnings: [] } };

/** The layer files of a project and its user, each with the presets that it adopts. Each is parsed once. */
export class LayerFiles {
  private personalFile: OuterFiles | null = null;
  private starterFile: LayerDocument | null = null;

  constructor(private readonly reader: LayerReader, private readonly run: RunSettings) {}

  /** Those of these directories, after the personal one and other ones. */
  in(directories: readonly Directory[], others: OuterFiles = NO_FILES): ParsedLayers {
    // A preset by itself is read as it is, whatever lies around it.
    const personal = directories.length === 0 ? NO_FILES : this.personal();
    const around = [...personal.documents, ...others.documents];
    for (const document of [...around, ...directories.flatMap((directory) => directory.document ?? [])]) {
      this.reader.complete(document);
    }
    return new ParsedLayers(around, directories, {
      problems: [...personal.unread.problems, ...others.unread.problems], warnings: personal.unread.warnings,
    });
  }

  /** Presets that the command line names. @param directory where relative paths start. */
  presets(references: readonly PresetReference[], directory: string): OuterFiles {
    const found = references.map((reference) => this.reader.readReference(reference, directory));
    return {
      documents: found.flatMap(({ document }) => document ?? []),
      unread: { problems: found.flatMap(({ problem }) => problem ?? []), warnings: [] },
    };
  }

  /** The user's own. */
  personal(): OuterFiles {
    const { personalFile, personalName } = this.run;
    return personalFile === null ? NO_FILES : this.personalFile ??= this.readPersonal(personalFile, personalName);
  }

  /** The preset that takes the place of the root's file if a project has no layer file at all. */
  starter(): LayerDocument {
    return this.starterFile ??= this.reader.complete(this.reader.readStarter());
  }

  private readPersonal(file: string, name: string): OuterFiles {
    const { document, problem, warning } = this.reader.readPersonal(file, name);
    const unread = { problems: problem === null ? [] : [problem], warnings: warning === null ? [] : [warning] };
    return { documents: document === null ? [] : [document], unread };
  }
}
