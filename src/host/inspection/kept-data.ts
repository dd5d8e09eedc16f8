import { keptInspection } from '../../core/inspect/kept-inspection.js';
import type { Inspection } from '../../core/inspect/inspect-file.js';
import type { RecordData } from '../cache/record.js';
import type { InspectedFile } from './inspect-share.js';

/** An outcome that every run finds in the same file. */
type LastingOutcome = Inspection | Extract<RecordData, { readonly skipped: unknown }>;

/** Whether every run finds an outcome in the same file. */
export function isLasting(outcome: InspectedFile['outcome']): outcome is LastingOutcome {
  if ('givenUp' in outcome) return false;
  if ('skipped' in outcome) return outcome.skipped === 'binary' || outcome.skipped === 'not-utf8' || outcome.skipped === 'generated';
  return outcome.unfinished.length === 0;
}

/** What is kept of an outcome. */
export function keptDataOf(outcome: LastingOutcome): RecordData {
  return 'skipped' in outcome ? outcome : keptInspection(outcome);
}
