import type { Inspection } from '../../core/inspect/inspect-file.js';
import { inspectionOf, keptInspection } from '../../core/inspect/kept-inspection.js';
import type { PartOutcome } from '../../core/inspect/part-record.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { packed, unpacked } from '../cache/record.js';
import type { SkippedReading } from '../files/source-file.js';
import type { GivenUp } from '../inspection/stopwatch.js';

/** What came of a file. */
type FileOutcome = Inspection | SkippedReading | GivenUp;

/** What came of a file, as a part tells it. */
export function writtenOutcome(path: string, outcome: FileOutcome): PartOutcome {
  if ('skipped' in outcome || 'givenUp' in outcome) return { path, ...outcome };
  const { bytes, parts, check } = packed(keptInspection(outcome));
  return { path, bytes: bytes.toString('base64'), parts: parts as NonNullable<typeof parts>, check, unfinished: outcome.unfinished };
}

/** What came of a file, as a part told it. @param set its rule set. @returns null if it is damaged. */
export function readOutcome(written: PartOutcome, set: RuleSet): FileOutcome | null {
  if (!('bytes' in written)) {
    const { path: _, ...outcome } = written;
    return outcome as SkippedReading | GivenUp;
  }
  const { path, bytes, parts, check, unfinished } = written;
  const data = unpacked({ bytes: Buffer.from(bytes, 'base64'), parts, check });
  if (data === null || 'skipped' in data) return null;
  try {
    return inspectionOf(data, path, set, unfinished);
  } catch (error) {
    // It has the right sum and is still no text of ours.
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}
