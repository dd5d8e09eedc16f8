import { isUtf8 } from 'node:buffer';
import path from 'node:path';
import { LARGEST, readDocument, readSource, type ByteObserver, type SkippedReading, type SourceReading } from '../files/source-file.js';
import { ObjectReader } from '../git/object-reader.js';
import type { ScopeSettings } from '../../core/model/layer.js';

/** A file as a commit has it. */
interface StoredText {
  /** The name of git's object. */
  readonly object: string;
}

/** What stands for a file of a job: the text of a document, a text that git has, or why there is none. */
export type JobDocument = string | StoredText | SkippedReading;

/** What is known of the files of a job. */
interface ReadJob {
  readonly root: string;
  readonly documents: Readonly<Record<string, JobDocument>>;
  readonly settings: Pick<ScopeSettings, 'largest' | 'generated'>;
}

/**
 * The text of a file of a job: that of what stands for it, else what is on the disk.
 * @param own its path relative to the root. @param observe gets its bytes, if they are read from the disk.
 */
export function readJobFile({ root, documents, settings }: ReadJob, own: string, observe?: ByteObserver): SourceReading {
  const document = Object.hasOwn(documents, own) ? documents[own] : undefined;
  if (document === undefined) return readSource(path.join(root, own), settings, observe);
  return readDocument(typeof document === 'object' && 'object' in document ? storedText({ root, documents, settings }, document) : document, settings);
}

function storedText(job: ReadJob, { object }: StoredText): string | SkippedReading {
  const reading = readerOf(job).read(object);
  if ('bytes' in reading) return isUtf8(reading.bytes) ? reading.bytes.toString('utf8') : NO_TEXT;
  return reading.size === undefined ? { skipped: 'unreadable', why: reading.failed } : { skipped: 'too-large' };
}

/** What is no text is skipped, whatever kind of data it is. */
const NO_TEXT = '\0';

/** Each thread reads for itself. */
const READERS = new WeakMap<ReadJob['documents'], ObjectReader>();

function readerOf({ root, documents, settings }: ReadJob): ObjectReader {
  let reader = READERS.get(documents);
  if (reader === undefined) {
    const names = Object.values(documents).flatMap((document) => (typeof document === 'object' && 'object' in document ? [document.object] : []));
    READERS.set(documents, (reader = new ObjectReader(root, names, settings.largest ?? LARGEST)));
  }
  return reader;
}
