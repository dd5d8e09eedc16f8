import type { ListedJob } from './questions.js';
import type { Session } from './session.js';

/** The inspection job for files and directories, with what only the whole project tells of them. @throws LayerError if a query of a house rule is wrong. */
export async function knowingJobFor(session: Session, paths: readonly string[]): Promise<ListedJob> {
  const listed = await session.jobFor(paths);
  const { knowProject } = await import('../inspection/know-project.js');
  const { job } = await knowProject(listed.job, listed.base.catalog, () => session.whole(paths.length === 0 ? listed.listing : undefined), { known: session.known, watch: session.run.watch });
  session.known.cache?.save();
  return { ...listed, job };
}

/** Reads all that is known of the whole project, so that files can be judged by it; nothing if no rule in force needs it. @throws LayerError if a layer file is wrong. */
export async function learnProject(session: Session): Promise<void> {
  const { job, listing, base } = await session.jobFor([]);
  const { readProject } = await import('../inspection/know-project.js');
  await readProject(job, base.catalog, session.whole(listing), { known: session.known, watch: session.run.watch });
  session.known.cache?.save();
}
