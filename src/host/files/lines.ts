import path from 'node:path';
import { readDocument, readSource, type SkippedReading } from './source-file.js';
import { linkOn } from './target-path.js';

/**
 * The lines of a file as it is now; empty if it cannot be read as text.
 * @param own its path, relative to the root.
 * @param document the text that stands for it; undefined if what is on the disk does.
 */
export function readLines(root: string, own: string, document: string | SkippedReading | undefined): readonly string[] {
  // Nothing beyond a link is read: it may be outside the project.
  if (linkOn(own, root) !== null) return [];
  const settings = { largest: null, generated: 'check' } as const;
  const reading = document === undefined ? readSource(path.join(root, own), settings) : readDocument(document, settings);
  return 'skipped' in reading ? [] : reading.text.split(reading.text.includes('\r') ? /\r\n|\r|\n/ : '\n');
}
