import path from 'node:path';
import type { Place } from '../../core/base/place.js';
import { whyNoConcern } from '../../core/layers/parse/intake.js';
import { UsageError } from '../files/errors.js';

/** A log of another program that is taken in. */
export interface IntakeSource {
  /** The concern of its rules. */
  readonly concern: string;
  /** Absolute. */
  readonly file: string;
  /** As written. */
  readonly name: string;
  /** Whether the answer is incomplete without it. */
  readonly required: boolean;
  /**
   * Whether it may lie outside the project: a person says so on the command line, but a layer file that came with the code may
   * not.
   */
  readonly mayLeave: boolean;
  /** Where a layer file declares it; null if the command line names it. */
  readonly place: Place | null;
}

/**
 * Reads `CONCERN=FILE`, as the command line has it.
 * @throws UsageError if it is not that, or the concern is one of Elvar's own.
 */
export function parseIntake(text: string, directory: string): IntakeSource {
  const [, concern, name] = /^([^=]*)=(.+)$/s.exec(text) ?? [];
  if (concern === undefined || name === undefined || whyNoConcern(concern) === 'form') {
    throw new UsageError({ code: 'bad-intake', text });
  }
  if (whyNoConcern(concern) === 'own') throw new UsageError({ code: 'own-concern', text, concern });
  return { concern, file: path.resolve(directory, name), name, required: true, mayLeave: true, place: null };
}
