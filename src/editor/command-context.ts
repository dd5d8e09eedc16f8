import type { Connection } from 'vscode-languageserver/node.js';
import type { Documents } from './documents.js';
import type { EditorProject } from './project.js';

/** What commands need. */
export interface EditorContext {
  readonly connection: Connection;
  readonly documents: Documents;
  /** Tells anew what is known of a project. */
  readonly renew: (project: EditorProject) => void;
  /** Whether the client can be asked to show a place. */
  readonly shows: boolean;
  /** Whether it can be asked to create a file. */
  readonly creates: boolean;
}
