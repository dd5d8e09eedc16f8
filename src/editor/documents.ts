import { realOrNearest } from '../host/files/real-path.js';
import { OpenDocument } from './open-document.js';
import type { EditorProject } from './project.js';
import type { Encoding } from './positions.js';
import type { Projects } from './projects.js';
import { pathOfUri } from './uris.js';

/** A document with the file that it stands for. */
export interface FileDocument {
  readonly document: OpenDocument;
  /** Absolute and real. */
  readonly file: string;
  readonly project: EditorProject;
}

/** The documents that are open in the editor. */
export class Documents {
  private readonly byUri = new Map<string, FileDocument>();

  /** @param encoding how the client counts characters. */
  constructor(private readonly projects: Projects, readonly encoding: Encoding) {}

  get(uri: string): FileDocument | undefined {
    return this.byUri.get(uri);
  }

  all(): readonly FileDocument[] {
    return [...this.byUri.values()];
  }

  /** Those of one project. */
  of(project: EditorProject): readonly FileDocument[] {
    return this.all().filter((one) => one.project === project);
  }

  /** From now on, a document stands for its file; nothing happens for one that is no file. */
  put(document: OpenDocument): FileDocument | undefined {
    const known = this.byUri.get(document.uri);
    const named = known?.file ?? pathOfUri(document.uri);
    if (named === null || named === undefined) return undefined;
    const file = known?.file ?? realOrNearest(named);
    const project = known?.project ?? this.projects.of(file);
    const own = { document, file, project };
    this.byUri.set(document.uri, own);
    project.open(file, document.text);
    return own;
  }

  /** From now on, what is on the disk stands for the file again. */
  drop(uri: string): FileDocument | undefined {
    const known = this.byUri.get(uri);
    this.byUri.delete(uri);
    known?.project.open(known.file, null);
    return known;
  }
}
