import type { StandIn, StoredText } from '../questions/inspection-question.js';
import { isUtf8 } from 'node:buffer';
import path from 'node:path';
import {
  LARGEST, readDocument, readSource, type ByteObserver, type SkippedReading, type SourceReading,
} from '../files/source-file.js';
import { ObjectReader } from '../git/object-reader.js';
import type { ScopeSettings } from '../../core/model/layer.js';

/** What is known of the files of a question. */
interface AskedFiles {
  readonly root: string;
  readonly documents: Readonly<Record<string, StandIn>>;
  readonly settings: Pick<ScopeSettings, 'largest' | 'generated'>;
}

/**
 * The text of a file of a question: that of what stands for it, else what is on the disk.
 * @param own its path relative to the root. @param observe gets its bytes, if they are read from the disk.
 */
export function readAskedFile({ root, documents, settings }: AskedFiles, own: string, observe?: ByteObserver): SourceReading {
  const document = Object.hasOwn(documents, own) ? documents[own] : undefined;
  if (document === undefined) return readSource(path.join(root, own), settings, observe);
  return readDocument(
    typeof document === 'object' && 'object' in document ? storedText({ root, documents, settings }, document) : document,
    settings,
  );
}

function storedText(question: AskedFiles, { object }: StoredText): string | SkippedReading {
  const reading = readerOf(question).read(object);
  if ('bytes' in reading) return isUtf8(reading.bytes) ? reading.bytes.toString('utf8') : NO_TEXT;
  return reading.size === undefined ? { skipped: 'unreadable', why: reading.failed } : { skipped: 'too-large' };
}

/** What is no text is skipped, whatever kind of data it is. */
const NO_TEXT = '\0';

/** Each thread reads for itself. */
const READERS = new WeakMap<AskedFiles['documents'], ObjectReader>();

function readerOf({ root, documents, settings }: AskedFiles): ObjectReader {
  let reader = READERS.get(documents);
  if (reader === undefined) {
    const names = Object.values(documents)
      .flatMap((document) => (typeof document === 'object' && 'object' in document ? [document.object] : []));
    READERS.set(documents, (reader = new ObjectReader(root, names, settings.largest ?? LARGEST)));
  }
  return reader;
}
