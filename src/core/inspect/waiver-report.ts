import type { ReportBase } from '../cascade/report-base.js';
import type { RemovedWaiver } from './remove-unused.js';
import type { WaiverRecord } from '../waivers/account.js';

/** A waiver that was, or would be, written. */
export interface WaivedFile {
  readonly path: string;
  /** The line of the comment, from 1. */
  readonly line: number;
  readonly selectors: readonly string[];
  /** The whole text, with its byte-order mark if it has one. */
  readonly before: string;
  readonly after: string;
  /** Why the file was not written; null if it was, or was not supposed to be. */
  readonly failed: string | null;
}

/** A file with its useless waivers removed. */
export interface UnwaivedFile {
  readonly path: string;
  /** The whole text, with its byte-order mark if it has one. */
  readonly before: string;
  readonly after: string;
  readonly removed: readonly RemovedWaiver[];
  /** Why the file was not written; null if it was, or was not supposed to be. */
  readonly failed: string | null;
}

/** All waivers of some files. */
export interface WaiverList extends ReportBase {
  /** Sorted by path, then line. */
  readonly waivers: readonly ListedWaiver[];
}

/** A waiver with where it stands. */
export interface ListedWaiver extends WaiverRecord {
  readonly path: string;
  /** The day on which its line last changed, as YYYY-MM-DD; null if git does not know. */
  readonly since: string | null;
}
