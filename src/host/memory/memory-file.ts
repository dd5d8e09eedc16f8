import { closeSync, openSync, readFileSync, renameSync, rmSync, writeSync } from 'node:fs';
import path from 'node:path';
import { makeDirectory } from '../files/make-directory.js';
import { quickDigest } from '../files/quick-digest.js';
import { linkStatsAt, oddKindOf } from '../files/stats.js';
import { removeOldTemporaries, temporaryFor } from '../writing/replace-file.js';
import type { PackedData } from './record.js';
import type { FileStamp } from '../files/stamp.js';

/** A record as the file has it: its data are read when they are needed. */
export interface StoredRecord {
  readonly key: string;
  readonly digest: string;
  readonly stamp: FileStamp;
  readonly today: string | null;
  used: number;
  /** The build of Elvar that wrote it, and the settings by which it read files. */
  readonly origin: string;
  readonly packed: PackedData;
}

/** What was last worked out from the facts of all files. */
export interface StoredProject {
  /** What it depends on. */
  readonly state: string;
  /** What only the whole project tells of files, by path. */
  readonly findings: readonly (readonly [path: string, text: string])[];
}

/** What is kept of one project: for each path the records of its versions, the latest first. */
export interface MemoryContents {
  /** The number of the run that wrote it. */
  readonly run: number;
  readonly records: Map<string, StoredRecord[]>;
  /** Null if nothing has been worked out. */
  readonly project: StoredProject | null;
}

/** The first eight bytes of a file of records. Another form of the file needs others. */
const MAGIC = 'elvar-5\n';

/** The magic, the length of the index, and the digest of the index. */
const HEAD = MAGIC.length + 8 + 16;

/** One record in the index. */
type IndexEntry = readonly [
  path: string, key: string, digest: string, today: string | null, used: number,
  size: number, modified: number, changed: number, inode: number, read: number,
  start: number, length: number, parts: PackedData['parts'], check: number, origin: number,
];

/** The index of a file. */
interface MemoryIndex {
  readonly owner: string;
  readonly run: number;
  /** Where records come from. */
  readonly origins: readonly string[];
  readonly project: StoredProject | null;
  readonly entries: readonly IndexEntry[];
}

/** The largest file of one project, in bytes. */
export const LARGEST_CACHE = 256 * 1024 * 1024;

/**
 * Reads what is kept of a project. Whatever the file holds, there is an answer; what is damaged is not in it.
 * @param owner what the file must be about.
 */
export function readMemoryFile(file: string, owner: string): MemoryContents {
  const empty: MemoryContents = { run: 0, records: new Map(), project: null };
  try {
    if (oddKindOf(file) !== null || (linkStatsAt(file)?.size ?? 0) > LARGEST_CACHE * 2) return empty;
    const bytes = readFileSync(file);
    const length = Number(bytes.toString('latin1', MAGIC.length, MAGIC.length + 8));
    if (bytes.toString('latin1', 0, MAGIC.length) !== MAGIC || !Number.isInteger(length)) return empty;
    const index = bytes.subarray(HEAD, HEAD + length);
    if (quickDigest(index) !== bytes.toString('latin1', MAGIC.length + 8, HEAD)) return empty;
    const { owner: own, run, origins, project, entries } = JSON.parse(index.toString('utf8')) as MemoryIndex;
    if (own !== owner) return empty;
    const data = bytes.subarray(HEAD + length);
    const contents: MemoryContents = { run, records: new Map(), project };
    for (const [
      name, key, digest, today, used, size, modified, changed, inode, read, start, bytesLong, parts, check, origin,
    ] of entries) {
      const record: StoredRecord = {
        key,
        digest,
        stamp: { size, modified, changed, inode, read },
        today,
        used,
        origin: origins[origin] ?? '',
        packed: { bytes: data.subarray(start, start + bytesLong), parts, check },
      };
      const others = contents.records.get(name);
      if (others === undefined) contents.records.set(name, [record]);
      else others.push(record);
    }
    return contents;
  } catch {
    return empty;
  }
}

/** Writes what is kept of a project, in one step. It need not survive a power failure. @throws the system's error. */
export function writeMemoryFile(file: string, owner: string, { run, records, project }: MemoryContents): void {
  const origins = new Map<string, number>();
  const entries = new JsonList();
  const parts: Buffer[] = [];
  let start = 0;
  for (const [name, versions] of records) {
    for (const { key, digest, stamp: { size, modified, changed, inode, read }, today, used, origin, packed } of versions) {
      if (!origins.has(origin)) origins.set(origin, origins.size);
      entries.push([
        name, key, digest, today, used, size, modified, changed, inode, read, start, packed.bytes.length, packed.parts,
        packed.check, origins.get(origin) ?? 0,
      ] satisfies IndexEntry);
      parts.push(packed.bytes);
      start += packed.bytes.length;
    }
  }
  const written = [
    Buffer.from(`{"owner":${JSON.stringify(owner)},"run":${run},"origins":${JSON.stringify([...origins.keys()])},"project":`
      + `${JSON.stringify(project)},"entries":[`),
    ...entries.pieces(),
    Buffer.from(']}'),
  ];
  const length = written.reduce((sum, piece) => sum + piece.length, 0);
  // Numbers are read in place, so they must begin at a multiple of four.
  const index = Buffer.concat([...written, Buffer.alloc((4 - length % 4) % 4, ' ')]);
  const head = Buffer.from(`${MAGIC}${String(index.length).padStart(8)}${quickDigest(index)}`, 'latin1');
  makeDirectory(path.dirname(file), 0o700);
  removeOldTemporaries(path.dirname(file));
  const temporary = temporaryFor(file);
  try {
    writeParts(temporary, [head, index, ...parts]);
    renameSync(temporary, file);
  } catch (error) {
    rmSync(temporary, { force: true });
    throw error;
  }
}

/**
 * The items of a JSON list: of a hundred thousand records, all of them as values and one text would take as much memory as the
 * records.
 */
class JsonList {
  private readonly done: Buffer[] = [];
  private text = '';

  push(item: unknown): void {
    this.text += `${this.done.length === 0 && this.text === '' ? '' : ','}${JSON.stringify(item)}`;
    if (this.text.length < PIECE) return;
    this.done.push(Buffer.from(this.text));
    this.text = '';
  }

  pieces(): readonly Buffer[] {
    return [...this.done, Buffer.from(this.text)];
  }
}

/** How many bytes are written at once: a call for each of thousands of small parts would take longer. */
const PIECE = 1024 * 1024;

function writeParts(file: string, parts: readonly Buffer[]): void {
  const descriptor = openSync(file, 'wx', 0o600);
  const flush = (piece: readonly Buffer[]): void => {
    const bytes = Buffer.concat(piece);
    for (let at = 0; at < bytes.length;) at += writeSync(descriptor, bytes, at);
  };
  try {
    let piece: Buffer[] = [];
    let length = 0;
    for (const part of parts) {
      piece.push(part);
      length += part.length;
      if (length < PIECE) continue;
      flush(piece);
      [piece, length] = [[], 0];
    }
    flush(piece);
  } finally {
    closeSync(descriptor);
  }
}
