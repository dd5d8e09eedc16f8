import { crc32 } from 'node:zlib';
import type { LanguageId } from '../../core/base/language.js';
import { HEADER, type Facts } from '../../core/facts/facts.js';
import { hashOf } from '../../core/facts/word-hash.js';
import { headOf, textOf, type FileFindings, type FindingsHead } from '../../core/findings/file-findings.js';

/** What was found, or why the file is not checked. */
export type RecordData = FileFindings | { readonly skipped: 'binary' | 'not-utf8' | 'generated' };

/**
 * How a text is written: without loss even where it holds half a character, and with one byte a character where that is possible.
 */
type TextEncoding = 'latin1' | 'utf16le';

/** The bytes of a record's data, and what is needed to read them. */
export interface PackedData {
  readonly bytes: Buffer;
  /** The lengths of its parts, in bytes; null for a file that is not checked. */
  readonly parts: readonly [
    numbers: number, head: number, texts: number, encoding: TextEncoding, repairs: number | null,
    factNumbers: number | null, factTexts: number, factCheck: number,
  ] | null;
  /** A checksum against damage, not against malice: whoever can write the cache can write anything. */
  readonly check: number;
}

/**
 * Packs the data of a record into bytes, a multiple of four.
 * @param facts what the file contributes to what is known of its project; null if that is not known.
 */
export function packed(data: RecordData, facts: Facts | null = null): PackedData {
  if ('skipped' in data) return withCheck(Buffer.from(data.skipped), null);
  const allTexts = textOf(data.texts);
  const encoding: TextEncoding = /^[\0-\xff]*$/.test(allTexts) ? 'latin1' : 'utf16le';
  const [head, texts] = [Buffer.from(JSON.stringify(headOf(data))), Buffer.from(allTexts, encoding)];
  const repairs = data.repairs === null ? null : Buffer.from(textOf(data.repairs));
  const [numbers, factNumbers] = [bytesOf(data.numbers), facts === null ? null : bytesOf(facts.numbers)];
  const factTexts = Buffer.from(facts?.texts ?? '');
  // Numbers come first, as they are read where they lie.
  const parts = [
    numbers,
    ...(factNumbers === null ? [] : [factNumbers]),
    head,
    texts,
    ...(repairs === null ? [] : [repairs]),
    factTexts,
  ];
  return withCheck(Buffer.concat(parts), [
    numbers.length,
    head.length,
    texts.length,
    encoding,
    repairs?.length ?? null,
    factNumbers?.length ?? null,
    factTexts.length,
    facts === null ? 0 : checkOf(facts),
  ]);
}

/** A checksum of the facts. */
export function checkOf({ numbers, texts }: Facts): number {
  return crc32(texts, crc32(bytesOf(numbers)));
}

function bytesOf({ buffer, byteOffset, byteLength }: Int32Array): Buffer {
  return Buffer.from(buffer, byteOffset, byteLength);
}

/** Reads the bytes of a record's data. @returns null if they are damaged, or not what Elvar writes. */
export function unpacked({ bytes, parts, check }: PackedData): RecordData | null {
  if (sumOf(bytes, parts) !== check) return null;
  if (parts === null) return { skipped: bytes.toString('latin1').trimEnd() as 'binary' };
  const [numbers, head, texts, encoding, repairs, factNumbers] = parts;
  const own = aligned(bytes);
  const headStart = numbers + (factNumbers ?? 0);
  const textsStart = headStart + head;
  const repairsStart = textsStart + texts;
  const findings = headIn(own.toString('utf8', headStart, textsStart));
  return findings === null ? null : {
    ...findings,
    numbers: new Int32Array(own.buffer, own.byteOffset, numbers / 4),
    texts: () => own.toString(encoding, textsStart, repairsStart),
    // JSON escapes half a character, so nothing is lost.
    repairs: repairs === null ? null : () => own.toString('utf8', repairsStart, repairsStart + repairs),
  };
}

/** Null if it is not what Elvar writes, although the checksum is right. */
function headIn(text: string): FindingsHead | null {
  try {
    return JSON.parse(text) as FindingsHead;
  } catch {
    return null;
  }
}

/** Whether a record has facts, whole ones, of a file that was read as some language. */
export function hasFactsOf({ bytes, parts, check }: PackedData, language: LanguageId): boolean {
  // Damaged bytes may be too few to read anything of them.
  return parts !== null && parts[5] !== null && sumOf(bytes, parts) === check
    && bytes.readInt32LE(parts[0] + HEADER.language * Int32Array.BYTES_PER_ELEMENT) === hashOf(language);
}

/** Reads the facts of a record that {@link hasFactsOf} says has them. */
export function unpackedFacts({ bytes, parts }: PackedData): Facts | null {
  if (parts === null || parts[5] === null) return null;
  const [numbers, head, texts, , repairs, factNumbers, factTexts] = parts;
  const own = aligned(bytes);
  const textsStart = numbers + factNumbers + head + texts + (repairs ?? 0);
  return {
    numbers: new Int32Array(own.buffer, own.byteOffset + numbers, factNumbers / 4),
    texts: own.toString('utf8', textsStart, textsStart + factTexts),
  };
}

function aligned(bytes: Buffer): Buffer {
  return bytes.byteOffset % 4 === 0 ? bytes : Buffer.from(Uint8Array.from(bytes).buffer);
}

function withCheck(written: Buffer, parts: PackedData['parts']): PackedData {
  const bytes = Buffer.concat([written, Buffer.alloc((4 - written.length % 4) % 4, ' ')]);
  return { bytes, parts, check: sumOf(bytes, parts) };
}

/** A checksum of the bytes and of where their parts are. */
function sumOf(bytes: Buffer, parts: PackedData['parts']): number {
  return crc32(JSON.stringify(parts), crc32(bytes));
}
