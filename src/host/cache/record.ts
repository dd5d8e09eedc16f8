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

/** How a text is written: without loss even where it holds half a character, and with one byte a character where that is possible. */
type TextEncoding = 'latin1' | 'utf16le';

/** The bytes of a record's data, and what is needed to read them. */
export interface PackedData {
  readonly bytes: Buffer;
  /** The lengths of its parts, in bytes; null for a file that is not checked. */
  readonly parts: readonly [numbers: number, prints: number, head: number, texts: number, encoding: TextEncoding, repairs: number | null] | null;
  /** Against damage, not against malice: whoever can write the cache can write anything. */
  readonly check: number;
}

/** Packs the data of a record into bytes, a multiple of four. */
export function packed(data: RecordData): PackedData {
  if ('skipped' in data) return withCheck(Buffer.from(data.skipped), null);
  const numbers = Buffer.from(data.numbers.buffer, data.numbers.byteOffset, data.numbers.byteLength);
  const [prints, allTexts] = [data.prints, data.texts].map((text) => (typeof text === 'string' ? text : text())) as [string, string];
  const encoding: TextEncoding = /^[\0-\xff]*$/.test(allTexts) ? 'latin1' : 'utf16le';
  const [head, texts] = [Buffer.from(data.head), Buffer.from(allTexts, encoding)];
  const repairs = data.repairs === null ? null : Buffer.from(typeof data.repairs === 'string' ? data.repairs : data.repairs());
  const parts = [numbers, Buffer.from(prints, 'latin1'), head, texts, ...(repairs === null ? [] : [repairs])];
  return withCheck(Buffer.concat(parts), [numbers.length, prints.length, head.length, texts.length, encoding, repairs?.length ?? null]);
}

/** Reads the bytes of a record's data. @returns null if they are damaged. */
export function unpacked({ bytes, parts, check }: PackedData): RecordData | null {
  if (crc32(bytes) !== check) return null;
  if (parts === null) return { skipped: bytes.toString('latin1').trimEnd() as 'binary' };
  const [numbers, prints, head, texts, encoding, repairs] = parts;
  const own = bytes.byteOffset % 4 === 0 ? bytes : Buffer.from(Uint8Array.from(bytes).buffer);
  const headStart = numbers + prints;
  const textsStart = headStart + head;
  const repairsStart = textsStart + texts;
  return {
    numbers: new Int32Array(own.buffer, own.byteOffset, numbers / 4),
    prints: () => own.toString('latin1', numbers, headStart),
    head: own.toString('utf8', headStart, textsStart),
    texts: () => own.toString(encoding, textsStart, repairsStart),
    // JSON escapes half a character, so nothing is lost.
    repairs: repairs === null ? null : () => own.toString('utf8', repairsStart, repairsStart + repairs),
  };
}

function withCheck(written: Buffer, parts: PackedData['parts']): PackedData {
  const bytes = Buffer.concat([written, Buffer.alloc((4 - written.length % 4) % 4, ' ')]);
  return { bytes, parts, check: crc32(bytes) };
}
