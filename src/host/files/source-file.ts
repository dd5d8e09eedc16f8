import { isAscii, isUtf8 } from 'node:buffer';
import { closeSync, constants, fstatSync, openSync, readSync, type Stats } from 'node:fs';
import type { ScopeSettings } from '../../core/model/layer.js';
import { describeSystemError, hasCode } from './errors.js';

/** The default largest size of a checked file. */
export const LARGEST = 2 * 1024 * 1024;

/** Why a file is not checked; `gone` if it vanished after it was listed. */
export type SkippedReading =
  | { readonly skipped: 'too-large' | 'binary' | 'not-utf8' | 'generated' | 'not-a-file' | 'gone' }
  | { readonly skipped: 'unreadable'; readonly why: string };

/** The contents of a source file. */
export type SourceReading = ReadSource | SkippedReading;

/** The text of a file. */
interface ReadSource {
  readonly text: string;
  readonly hasByteOrderMark: boolean;
  /** Whether it contains only printable ASCII, blanks, tabs and line ends. */
  readonly isPlain: boolean;
}

/** How much of a file is searched for NUL bytes. */
const BINARY_WINDOW = 8 * 1024;

/** A generated-code marker: the first words of a comment, not part of a sentence. */
const GENERATED_MARK = /^[^\w\n@]*@generated\b|^[^\w\n]*Code generated\b.*\bDO NOT EDIT\b/m;

/** Gets the bytes of a file, which are valid until the next one is read. */
export type ByteObserver = (bytes: Buffer, stats: Stats) => void;

/** Reads a source file, unless its size or contents exclude it. @param observe gets its bytes, if they are read. */
export function readSource(
  file: string, settings: Pick<ScopeSettings, 'largest' | 'generated'>, observe: ByteObserver = () => {},
): SourceReading {
  let descriptor: number;
  try {
    descriptor = openSource(file);
  } catch (error) {
    return failure(error);
  }
  try {
    const stats = fstatSync(descriptor);
    if (!stats.isFile()) return { skipped: 'not-a-file' };
    if (stats.size > (settings.largest ?? LARGEST)) return { skipped: 'too-large' };
    const bytes = readWhole(descriptor, stats.size);
    observe(bytes, stats);
    return judge(bytes, settings.generated);
  } catch (error) {
    return failure(error);
  } finally {
    closeSync(descriptor);
  }
}

/** Judges the text of a document as that of a file. @param text or why there is none. */
export function readDocument(
  text: string | SkippedReading, settings: Pick<ScopeSettings, 'largest' | 'generated'>,
): SourceReading {
  if (typeof text !== 'string') return text;
  const bytes = Buffer.from(text);
  return bytes.length > (settings.largest ?? LARGEST) ? { skipped: 'too-large' } : judge(bytes, settings.generated);
}

/** The bytes of a regular file, valid until the next one is read; null if it cannot be read. */
export function readBytes(file: string): { readonly bytes: Buffer; readonly stats: Stats } | null {
  try {
    const descriptor = openSource(file);
    try {
      const stats = fstatSync(descriptor);
      return stats.isFile() ? { bytes: readWhole(descriptor, stats.size), stats } : null;
    } finally {
      closeSync(descriptor);
    }
  } catch {
    return null;
  }
}

function openSource(file: string): number {
  // Without O_NONBLOCK, opening what has become a FIFO since it was listed would block forever.
  return openSync(file, constants.O_RDONLY | constants.O_NONBLOCK | constants.O_NOFOLLOW);
}

/** The buffer for reading, reused because allocating one per file keeps the garbage collector busy. */
let room = Buffer.allocUnsafe(256 * 1024);

/** @returns the bytes of a file, valid until the next one is read. @param size the number of bytes a moment ago. */
function readWhole(descriptor: number, size: number): Buffer {
  if (room.length <= size) room = Buffer.allocUnsafe(size * 2);
  let length = 0;
  for (;;) {
    const count = readSync(descriptor, room, length, room.length - length, null);
    length += count;
    if (count === 0 || length === size) return room.subarray(0, length);
    if (length < room.length) continue;
    // It has grown in the meantime.
    const more = Buffer.allocUnsafe(room.length * 2);
    room.copy(more);
    room = more;
  }
}

function failure(error: unknown): SourceReading {
  if (hasCode(error, 'ENOENT', 'ENOTDIR')) return { skipped: 'gone' };
  return { skipped: 'unreadable', why: describeSystemError(error) };
}

function judge(bytes: Buffer, generated: ScopeSettings['generated']): SourceReading {
  if (bytes.subarray(0, BINARY_WINDOW).includes(0)) return { skipped: 'binary' };
  // Most files are ASCII, which can be decoded as Latin-1, faster and with the same result.
  const isAsciiOnly = isAscii(bytes);
  if (!isAsciiOnly && !isUtf8(bytes)) return { skipped: 'not-utf8' };
  const whole = bytes.toString(isAsciiOnly ? 'latin1' : 'utf8');
  const hasByteOrderMark = whole.startsWith('\uFEFF');
  const text = hasByteOrderMark ? whole.slice(1) : whole;
  return generated === 'skip' && isMarkedGenerated(text)
    ? { skipped: 'generated' }
    : { text, hasByteOrderMark, isPlain: isAsciiOnly && hasOnlyPlainCharacters(bytes) };
}

/** 1 for bytes other than printable ASCII, blank, tab, line end and form feed. */
const ODD = Uint8Array.from({ length: 256 }, (_, byte) =>
  Number((byte < 0x20 || byte > 0x7e) && ![0x09, 0x0a, 0x0c, 0x0d].includes(byte)));

/** The highest bit of each of the four bytes of a word; unused in ASCII. */
const HIGH = 0x80808080;
/** One in each of the four bytes. */
const ONES = 0x01010101;

/** Looks at four ASCII bytes at a time. */
function hasOnlyPlainCharacters(bytes: Buffer): boolean {
  const words = new Int32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2);
  for (let at = 0; at < words.length; at += 1) {
    const word = words[at] as number;
    // With its highest bit set, no byte borrows from the next, and the bit stays set if the byte is not less than the subtrahend.
    const high = word | HIGH;
    const isControl = ~(high - 0x20 * ONES);
    const isTabOrFurther = high - 0x09 * ONES;
    const isReturnOrBefore = ~(high - 0x0e * ONES);
    const isVerticalTab = ~((high ^ (0x0b * ONES)) - ONES);
    const isDelete = word + ONES;
    if ((((isControl & ~(isTabOrFurther & isReturnOrBefore)) | isVerticalTab | isDelete) & HIGH) !== 0) return false;
  }
  for (let byte = words.length * 4; byte < bytes.length; byte += 1) if (ODD[bytes[byte] as number] === 1) return false;
  return true;
}

function isMarkedGenerated(text: string): boolean {
  let end = -1;
  for (let line = 0; line < 10; line += 1) {
    end = text.indexOf('\n', end + 1);
    if (end < 0) return GENERATED_MARK.test(text);
  }
  return GENERATED_MARK.test(text.slice(0, end));
}
