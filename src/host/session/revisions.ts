import type { ImpactReport } from '../../core/impact/impact-report.js';
import { UsageError } from '../files/errors.js';
import { askGit } from '../git/git.js';
import { RevisionDisk } from '../git/revision-disk.js';
import { needCommit, overlayOfCommit } from '../git/revision.js';
import { measureImpact, ofRevision } from './measure-impact.js';
import { Memory } from '../memory/memory.js';
import { Session } from './session.js';

/** Two revisions, as git writes them: what changed from the first to the second. */
interface RevisionRange {
  readonly from: string;
  readonly to: string;
}

/**
 * Reads `A..B`, or `A...B`, which begins where the two have parted (gitrevisions(7)); a side that is empty is HEAD. Null for
 * anything else.
 */
export function parseRange(root: string, text: string): RevisionRange | null {
  const [, from = '', dots, to = ''] = /^(.*?)(\.{2,3})(?!\.)(.*)$/s.exec(text) ?? [];
  if (dots === undefined) return null;
  const [first, second] = [from || 'HEAD', to || 'HEAD'];
  if (dots === '..') return { from: first, to: second };
  const base = askGit(root, ['merge-base', needCommit(root, first, 'impact'), needCommit(root, second, 'impact')]);
  if ('failed' in base) throw new UsageError({ code: 'no-common-commit', revisions: [first, second] });
  return { from: base.out.trim(), to: second };
}

/**
 * What has changed in the layer files between two revisions, for the files as the second one has them. Nothing is checked out.
 * @throws UsageError if git knows no such revision; LayerError if layer files of one of them are wrong.
 */
export async function impactBetween(session: Session, { from, to }: RevisionRange): Promise<ImpactReport> {
  const { root, run } = session;
  const [first, second] = [needCommit(root, from, 'impact'), needCommit(root, to, 'impact')];
  const disk = new RevisionDisk(root, second);
  // Nothing of another time is remembered.
  const after = new Session(
    root, root, { ...run, overlay: overlayOfCommit(root, second), cacheFolder: null }, new Memory(root, disk),
  );
  const before = after.with({ overlay: overlayOfCommit(root, first) });
  return measureImpact(before, after, ofRevision(from), ofRevision(to));
}
