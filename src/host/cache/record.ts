import { crc32 } from 'node:zlib';
import type { KeptInspection } from '../../core/inspect/kept-inspection.js';
import type { FileStamp } from './stamp.js';

/** What was found in one version of one file by one set of rules. */
export interface CacheRecord {
  /** What else was decisive besides the file's bytes. */
  readonly key: string;
  /** The digest of the file's bytes. */
  readonly digest: string;
  readonly stamp: FileStamp;
  /** The day on which it holds, as YYYY-MM-DD; null if the day makes no difference. */
  readonly today: string | null;
  /** The number of the run that last used it. */
  readonly used: number;
  readonly data: RecordData;
}

/** What was found, or why the file is not checked. */
export type RecordData = KeptInspection | { readonly skipped: 'binary' | 'not-utf8' | 'generated' };

/** The bytes of a record's data, and what is needed to read them. */
export interface PackedData {
  readonly bytes: Buffer;
  /** The lengths of its parts, in bytes; null for a file that is not checked. */
  readonly parts: readonly [numbers: number, prints: number, head: number, words: number] | null;
  /** Against damage, not against malice: whoever can write the cache can write anything. */
  readonly check: number;
}

/** Packs the data of a record into bytes, a multiple of four. */
export function packed(data: RecordData): PackedData {
  if ('skipped' in data) return withCheck(Buffer.from(data.skipped), null);
  const numbers = Buffer.from(data.numbers.buffer, data.numbers.byteOffset, data.numbers.byteLength);
  const [prints, words] = [data.prints, data.words].map((text) => Buffer.from(typeof text === 'string' ? text : text())) as [Buffer, Buffer];
  const head = Buffer.from(data.head);
  return withCheck(Buffer.concat([numbers, prints, head, words]), [numbers.length, prints.length, head.length, words.length]);
}

/** Reads the bytes of a record's data. @returns null if they are damaged. */
export function unpacked({ bytes, parts, check }: PackedData): RecordData | null {
  if (crc32(bytes) !== check) return null;
  if (parts === null) return { skipped: bytes.toString('latin1').trimEnd() as 'binary' };
  const [numbers, prints, head, words] = parts;
  const own = bytes.byteOffset % 4 === 0 ? bytes : Buffer.from(Uint8Array.from(bytes).buffer);
  const headStart = numbers + prints;
  const wordsStart = headStart + head;
  return {
    numbers: new Int32Array(own.buffer, own.byteOffset, numbers / 4),
    prints: () => own.toString('latin1', numbers, headStart),
    head: own.toString('utf8', headStart, wordsStart),
    words: () => own.toString('utf8', wordsStart, wordsStart + words),
  };
}

function withCheck(written: Buffer, parts: PackedData['parts']): PackedData {
  const bytes = Buffer.concat([written, Buffer.alloc((4 - written.length % 4) % 4, ' ')]);
  return { bytes, parts, check: crc32(bytes) };
}
