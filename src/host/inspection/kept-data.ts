import { keptInspection } from '../../core/inspect/kept-inspection.js';
import type { RecordData } from '../cache/record.js';
import type { InspectedFile } from './inspect-share.js';

/** What is kept of an outcome; null for what another run might find otherwise. */
export function keptDataOf(outcome: InspectedFile['outcome']): RecordData | null {
  if ('givenUp' in outcome) return null;
  if ('skipped' in outcome) return outcome.skipped === 'binary' || outcome.skipped === 'not-utf8' || outcome.skipped === 'generated' ? { skipped: outcome.skipped } : null;
  return outcome.unfinished.length > 0 ? null : keptInspection(outcome);
}
