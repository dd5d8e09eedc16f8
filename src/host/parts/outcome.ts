import type { FileFindings } from '../../core/findings/file-findings.js';
import type { PartOutcome } from '../../core/inspect/part-record.js';
import { packed, unpacked } from '../memory/record.js';
import type { SkippedReading } from '../files/source-file.js';
import type { GivenUp } from '../questions/inspection-question.js';

/** What came of a file. */
type FileOutcome = FileFindings | SkippedReading | GivenUp;

/** Writes the outcome of a file for a part. */
export function writtenOutcome(path: string, outcome: FileOutcome): PartOutcome {
  if ('skipped' in outcome || 'givenUp' in outcome) return { path, ...outcome };
  const { bytes, parts, check } = packed(outcome);
  return { path, bytes: bytes.toString('base64'), parts: parts as NonNullable<typeof parts>, check };
}

/** Reads the outcome of a file from a part. @returns null if it is damaged. */
export function readOutcome(written: PartOutcome): FileOutcome | null {
  if (!('bytes' in written)) {
    const { path: _, ...outcome } = written;
    return outcome as SkippedReading | GivenUp;
  }
  const { bytes, parts, check } = written;
  const data = unpacked({ bytes: Buffer.from(bytes, 'base64'), parts, check });
  return data === null || 'skipped' in data ? null : data;
}
