import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import type { Range } from 'vscode-languageserver';

/** The path of a document on the disk; null for one that is on none, such as a new one without a name. */
export function pathOfUri(uri: string): string | null {
  try {
    const url = new URL(uri);
    return url.protocol === 'file:' ? fileURLToPath(url) : null;
  } catch {
    // It is no address, or the file of another machine.
    return null;
  }
}

/** The addresses of the files of one project. */
export class Uris {
  constructor(private readonly root: string) {}

  /** @param own a path relative to the root. */
  of(own: string): string {
    return pathToFileURL(path.join(this.root, own)).href;
  }

  /** A whole line, from 1, of a file whose text need not be known: to the start of the next. */
  lineRange(line: number): Range {
    return { start: { line: line - 1, character: 0 }, end: { line, character: 0 } };
  }
}
