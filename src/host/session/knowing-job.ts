import type { ListedJob } from './questions.js';
import type { Session } from './session.js';

/** The inspection job for files and directories, with what only the whole project tells of them. @throws LayerError if a query of a house rule is wrong. */
export async function knowingJobFor(session: Session, paths: readonly string[]): Promise<ListedJob> {
  const listed = await session.jobFor(paths);
  const { knowProject } = await import('../inspection/know-project.js');
  const { job } = await knowProject(listed.job, listed.base.catalog, () => session.whole(paths.length === 0 ? listed.listing : undefined), { known: session.known, watch: session.watch });
  session.known.cache?.save();
  return { ...listed, job };
}
