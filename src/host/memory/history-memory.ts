import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Commit, HistoryEvent } from '../../core/history/history-event.js';
import { buildId } from './memory-keys.js';
import { clearOthers } from './memory-bounds.js';
import { contentDigest } from '../files/digests.js';
import { makeDirectory } from '../files/make-directory.js';
import { linkStatsAt, oddKindOf } from '../files/stats.js';
import { readTextFile } from '../files/text-file.js';
import type { RunSettings } from '../layers/run-settings.js';
import { replaceFile } from '../writing/replace-file.js';

/** An event that a commit or a day brought about: what holds before the first and after the last is worked out anew. */
export type PastEvent = Extract<HistoryEvent, { kind: 'turn' | 'renamed' | 'broken' }>;

/** A tree of which all that was decided before it is known. */
export interface Checkpoint {
  readonly commit: string;
  readonly path: string;
  /** The day until which the tree stood. */
  readonly until: string;
}

/** Where a decision was read: a tree and a day. */
export interface Basis {
  readonly commit: string;
  readonly path: string;
  readonly day: string;
}

/** The end of a history. */
interface HistoryEnd {
  readonly path: string;
  readonly oldest: Commit | null;
  readonly since: 'first-commit' | 'shallow-clone';
  /** What the oldest right layer files decided. */
  readonly basis: Basis;
}

/** The history of one path, as far as trees decide it. */
export interface RememberedHistory {
  /** The newest first, each with how many events and commits come before it. */
  readonly checkpoints: readonly (Checkpoint & { readonly events: number; readonly commits: number })[];
  readonly events: readonly PastEvent[];
  /** How many commits there are in all. */
  readonly commits: number;
  readonly end: HistoryEnd;
  /** Files outside the commits that were read, with digests of their contents. */
  readonly outside: readonly (readonly [file: string, digest: string])[];
}

/** A history with what it depends on besides its commits. */
interface Entry {
  readonly key: string;
  readonly history: RememberedHistory;
}

/** The largest file, in bytes, and the most histories in it: the longest unused go first. */
const LARGEST = 16 * 1024 * 1024;
const MOST = 50;

/** The histories of one project that earlier runs have worked out. Whatever goes wrong with them, runs do without. */
export class HistoryMemory {
  private readonly file: string;

  /** @param folder where what was found is kept. @param root the project's, absolute. */
  constructor(private readonly folder: string, private readonly root: string) {
    this.file = path.join(folder, `${contentDigest(Buffer.from(root)).replace(/\W/g, '-')}-history.cache`);
  }

  /** The history of a path; null if it is not known, or what it depends on has changed. */
  find(key: string): RememberedHistory | null {
    const history = this.read().find((entry) => entry.key === key)?.history ?? null;
    return history?.outside.every(([file, digest]) => digestOfFile(file) === digest) === true ? history : null;
  }

  /** Keeps a history for later runs; if that fails, it will be worked out again. */
  put(key: string, history: RememberedHistory): void {
    const entries = [{ key, history }, ...this.read().filter((entry) => entry.key !== key)]
      .slice(0, MOST)
      .map((entry) => JSON.stringify(entry, asEntries));
    while (entries.length > 1 && entries.reduce((sum, text) => sum + text.length, 0) > LARGEST) entries.pop();
    const body = `[${entries.join(',')}]`;
    if (body.length > LARGEST) return;
    try {
      makeDirectory(this.folder, 0o700);
      replaceFile(this.file, `${contentDigest(Buffer.from(this.root + body))}\n${body}`);
      clearOthers(this.folder, this.file);
    } catch {
      // There may be no room for it, or the folder may not be writable.
    }
  }

  private read(): Entry[] {
    try {
      if (oddKindOf(this.file) !== null || (linkStatsAt(this.file)?.size ?? Infinity) > LARGEST * 4) return [];
      const text = readFileSync(this.file, 'utf8');
      const end = text.indexOf('\n');
      const body = text.slice(end + 1);
      // It may be cut off, or be another project's.
      return text.slice(0, end) === contentDigest(Buffer.from(this.root + body)) ? JSON.parse(body, fromEntries) as Entry[] : [];
    } catch {
      return [];
    }
  }
}

/** The key of a history: all that decides it besides its commits; null if it cannot be remembered. */
export function historyKey(
  { set, personalFile, evenIgnored }: RunSettings,
  question: { readonly path: string; readonly rule: string | null; readonly today: string | null },
  mailmap: string,
): string | null {
  const build = buildId();
  return build === null ? null : contentDigest(Buffer.from(JSON.stringify(
    [build, set, evenIgnored, personalFile, personalFile === null ? null : digestOfFile(personalFile), question, mailmap],
  )));
}

/** A digest of a file's text; empty if it cannot be read. */
export function digestOfFile(file: string): string {
  const reading = readTextFile(file);
  return 'failed' in reading ? '' : contentDigest(Buffer.from(reading.text));
}

/** JSON has no maps: a mark that no other value has stands for one. */
const MAP = '\u0000map';

function asEntries(_key: string, value: unknown): unknown {
  return value instanceof Map ? { [MAP]: [...value] } : value;
}

function fromEntries(_key: string, value: unknown): unknown {
  return typeof value === 'object' && value !== null && MAP in value ? new Map(value[MAP] as [string, unknown][]) : value;
}
