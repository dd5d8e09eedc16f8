import { readdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { linkStatsAt } from '../files/stats.js';
import { LARGEST_CACHE, type StoredRecord } from './memory-file.js';
import { sizeOf, sizeOfRecord } from './record-files.js';

/** The records that fit: the longest unused go first. */
export function withinBounds(records: Map<string, StoredRecord[]>): Map<string, StoredRecord[]> {
  let total = sizeOf(records);
  if (total <= LARGEST_CACHE) return records;
  const gone = new Set<StoredRecord>();
  for (const record of [...records.values()].flat().sort((a, b) => a.used - b.used)) {
    if (total <= LARGEST_CACHE) break;
    gone.add(record);
    total -= sizeOfRecord(record);
  }
  return new Map([...records].flatMap(([own, versions]): [string, StoredRecord[]][] => {
    const left = versions.filter((record) => !gone.has(record));
    return left.length === 0 ? [] : [[own, left]];
  }));
}

/**
 * Removes the caches of other projects, the longest unused first, if all together are too large.
 * @param kept the one that stays.
 */
export function clearOthers(folder: string, kept: string): void {
  const files = readdirSync(folder).filter((name) => name.endsWith('.cache')).map((name) => path.join(folder, name))
    .map((file) => ({ file, stats: linkStatsAt(file) })).filter(({ stats }) => stats !== undefined).sort((a, b) =>
      (b.stats?.mtimeMs ?? 0) - (a.stats?.mtimeMs ?? 0));
  let total = 0;
  for (const { file, stats } of files) {
    total += stats?.size ?? 0;
    if (total > LARGEST_CACHE && file !== kept) rmSync(file, { force: true });
  }
}
