import type { StatusReport } from '../../core/inspect/status-report.js';
import { FindingMemory } from '../memory/finding-memory.js';
import { statusOfFiles } from '../inspection/status-files.js';
import type { Session } from './session.js';

/** What was last found in the files of a project, and what has changed since. Parses nothing. */
export async function statusOfProject(session: Session, paths: readonly string[]): Promise<StatusReport> {
  const { question, listing: { skipped }, base } = await session.questionFor(paths);
  const files = statusOfFiles(question, FindingMemory.of(question, base.catalog, session.findingMemories), session.ledger());
  return { ...base, files, skipped };
}
