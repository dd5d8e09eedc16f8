import type { StatusReport } from '../../core/inspect/status-report.js';
import { Remembered } from '../inspection/remembered.js';
import { statusOfFiles } from '../inspection/status-files.js';
import type { Session } from './session.js';

/** What was last found in the files of a project, and what has changed since. Parses nothing. */
export async function statusOfProject(session: Session, paths: readonly string[]): Promise<StatusReport> {
  const { job, listing: { skipped }, base } = await session.jobFor(paths);
  const files = statusOfFiles(job, Remembered.of(job, base.catalog, session.known), session.ledger());
  return { ...base, files, skipped };
}
