import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { linkOn } from '../files/target-path.js';
import { linkStatsAt } from '../files/stats.js';
import type { Intake, LogCoverage } from './read-intake.js';

/** A log that is older than files it speaks of. */
interface OldLog {
  /** As its source names it. */
  readonly log: string;
  readonly place: LogCoverage['source']['place'];
  /** The files that have changed since, relative to the root, in the order of the log. */
  readonly files: readonly [string, ...string[]];
}

/** The logs that are older than files they speak of: by the digest of the file where the log has one, else by time. */
export function oldLogs({ logs }: Intake, root: string): OldLog[] {
  return logs.flatMap(({ source: { name, place }, time, files }) => {
    const [first, ...others] = [...files].filter(([own, digest]) => hasChanged(root, own, digest, time)).map(([own]) => own);
    return first === undefined ? [] : [{ log: name, place, files: [first, ...others] as const }];
  });
}

function hasChanged(root: string, own: string, digest: string | null, time: LogCoverage['time']): boolean {
  const file = path.join(root, own);
  const stats = linkStatsAt(file);
  if (stats === undefined || !stats.isFile() || linkOn(own, root) !== null) return false;
  if (digest === null) return stats.mtimeMs > time;
  try {
    return createHash('sha256').update(readFileSync(file)).digest('hex') !== digest;
  } catch {
    // Whoever checks the file says that it cannot be read.
    return false;
  }
}
