import { spawnSync } from 'node:child_process';
import type { CheckReport } from '../../core/inspect/check-report.js';

/**
 * Asks git for the day on which lines of a file last changed.
 * @param lines from 1.
 * @returns the day of each line as YYYY-MM-DD; empty without git or for an untracked file, and without new lines.
 */
export function blameDays(root: string, file: string, lines: readonly number[]): ReadonlyMap<number, string> {
  const ranges = lines.flatMap((line) => ['-L', `${line},${line}`]);
  const { status, stdout } = spawnSync('git', ['-C', root, 'blame', '--line-porcelain', ...ranges, '--', file], { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024, stdio: ['ignore', 'pipe', 'ignore'] });
  const days = new Map<number, string>();
  if (status !== 0) return days;
  let line = 0;
  let isCommitted = false;
  // git-blame(1), "The Porcelain Format": a line with the commit and the numbers of lines, then one for each header.
  for (const text of stdout.split('\n')) {
    const head = /^([0-9a-f]{40,64}) \d+ (\d+)/.exec(text);
    if (head !== null) {
      line = Number(head[2]);
      isCommitted = !/^0+$/.test(head[1] as string);
    }
    const time = /^author-time (\d+)$/.exec(text)?.[1];
    if (time !== undefined && isCommitted) days.set(line, new Date(Number(time) * 1000).toISOString().slice(0, 10));
  }
  return days;
}

/** Asks git for the day on which each waiver that excuses something was written, by the path and the line of the waiver. */
export function waiverDays(root: string, { files }: Pick<CheckReport, 'files'>): ReadonlyMap<string, ReadonlyMap<number, string>> {
  return new Map(files.flatMap(({ path, findings }) => {
    const lines = new Set(findings.flatMap(({ excused }) => (excused?.by === 'waiver' ? [excused.line] : [])));
    return lines.size === 0 ? [] : [[path, blameDays(root, path, [...lines])] as const];
  }));
}
