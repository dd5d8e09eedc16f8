import path from 'node:path';
import { daysAfter } from '../../core/base/date.js';
import type { LedgerEntry } from '../../core/model/ledger.js';
import { askGit, type GitAnswer } from './git.js';
import { linkStatsAt } from '../files/stats.js';
import { diffSince } from './work-tree.js';

/** Where files have moved to. */
interface RenamedFiles {
  /** The new path for each old one that is gone and that git has renamed since the entry was written. */
  readonly paths: ReadonlyMap<string, string>;
  /** Why git could not look for all of them, although there is a repository; null if it could, or there is none. */
  readonly failed: string | null;
}

/** Asks git for the new paths of files in the ledger that have moved. */
export function renamedFiles(root: string, entries: readonly LedgerEntry[]): RenamedFiles {
  const lost = new Map<string, string>();
  let oldest: string | null = null;
  for (const { path: own, since } of entries) {
    if (lost.has(own) || isThere(root, own)) continue;
    lost.set(own, own);
    if (since === null || oldest === null || since < oldest) oldest = since ?? '1970-01-01';
  }
  // Before the first commit nothing has moved.
  if (oldest === null || 'failed' in askGit(root, ['rev-parse', '--verify', '--quiet', 'HEAD'])) {
    return { paths: new Map(), failed: null };
  }
  const [committed, uncommitted] = [committedRenames(root, oldest), diffSince(root, 'HEAD', RENAMES)];
  for (const [from, to] of [committed, uncommitted].flatMap(renamesIn)) {
    for (const [own, now] of lost) if (now === from && !isThere(root, now)) lost.set(own, to);
  }
  const failed = [committed, uncommitted].flatMap((answer) => ('failed' in answer ? [answer.failed] : []));
  return { paths: new Map([...lost].filter(([own, now]) => own !== now && isThere(root, now))), failed: failed[0] ?? null };
}

function isThere(root: string, own: string): boolean {
  return linkStatsAt(path.join(root, own)) !== undefined;
}

type Rename = readonly [from: string, to: string];

/** Renames in the history since a day, oldest first. The day comes from the writer's clock, so one more day is included. */
function committedRenames(root: string, since: string): GitAnswer {
  return askGit(root, [
    'log', '--reverse', '--topo-order', `--since=${daysAfter(since, -1)}T00:00:00Z`, '--format=', '-m', '--relative', ...RENAMES,
  ]);
}

/** git-diff(1): only renames, however many, by their paths, separated by NUL. */
const RENAMES = ['--find-renames', '-l0', '--diff-filter=R', '--name-status', '-z'];

function renamesIn(answer: { readonly out: string } | { readonly failed: string }): Rename[] {
  if ('failed' in answer) return [];
  const fields = answer.out.split('\0');
  const renames: Rename[] = [];
  // Between commits there may be line ends before the status.
  for (let index = 0; index + 2 < fields.length; index += 3) {
    if (!/^\s*R\d+$/.test(fields[index] as string)) return renames;
    renames.push([fields[index + 1] as string, fields[index + 2] as string]);
  }
  return renames;
}
