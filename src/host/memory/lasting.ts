import type { RecordData } from './record.js';
import type { InspectedFile } from '../questions/inspection-question.js';

/** Whether every run finds an outcome in the same file. */
export function isLasting(outcome: InspectedFile['outcome']): outcome is RecordData {
  if ('givenUp' in outcome) return false;
  if ('skipped' in outcome) {
    return outcome.skipped === 'binary' || outcome.skipped === 'not-utf8' || outcome.skipped === 'generated';
  }
  return outcome.unfinished.length === 0;
}
