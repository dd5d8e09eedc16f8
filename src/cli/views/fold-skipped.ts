import type { PatternOrigin, SkippedPath, SkipReason } from '../../core/model/scope.js';
import { formatPattern } from './skipped.js';

/** Paths excluded by one line, or for one reason. */
interface FoldedSkips {
  readonly reason: SkipReason;
  readonly by: PatternOrigin | null;
  readonly paths: readonly string[];
}

/**
 * Groups what the same line excludes or, if no line decided, what is excluded for the same reason; in the order of the first path
 * of each.
 */
export function foldSkipped(skipped: readonly SkippedPath[]): FoldedSkips[] {
  const folded = new Map<string, { reason: SkipReason; by: PatternOrigin | null; paths: string[] }>();
  for (const { path, reason, by } of skipped) {
    const key = `${reason} ${by === null ? '' : formatPattern(by)}`;
    const group = folded.get(key);
    if (group === undefined) folded.set(key, { reason, by, paths: [path] });
    else group.paths.push(path);
  }
  return [...folded.values()];
}
