import type { RecordData } from './record.js';
import type { InspectedFile } from '../questions/inspection-question.js';

/** Whether an outcome may be remembered: an unchanged file has it in every later run, too. */
export function isLasting(outcome: InspectedFile['outcome']): outcome is RecordData {
  if ('givenUp' in outcome) return false;
  if ('skipped' in outcome) {
    return outcome.skipped === 'binary' || outcome.skipped === 'not-utf8' || outcome.skipped === 'generated';
  }
  return outcome.unfinished.length === 0;
}
