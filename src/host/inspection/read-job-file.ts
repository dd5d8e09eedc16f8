import path from 'node:path';
import { readDocument, readSource, type SourceReading } from '../files/source-file.js';
import type { InspectionJob } from './inspect-share.js';

/** The text of a file of a job: that of the document that is open and not saved, else what is on the disk. @param own its path relative to the root. */
export function readJobFile({ root, documents, settings }: Pick<InspectionJob, 'root' | 'documents' | 'settings'>, own: string): SourceReading {
  const document = Object.hasOwn(documents, own) ? documents[own] : undefined;
  return document === undefined ? readSource(path.join(root, own), settings) : readDocument(document, settings);
}
