import type { PartQuestion } from '../../core/inspect/part-record.js';
import { parseIntake } from '../intake/intake-source.js';
import type { RunSettings } from '../layers/run-settings.js';

/** Reads the settings of a divided check from its parts. @throws UsageError if they are malformed. */
export function settingsOf(
  { set, intake, evenIgnored, today }: PartQuestion, root: string,
): Pick<RunSettings, 'set' | 'intake' | 'evenIgnored' | 'today'> {
  return { set, evenIgnored, today, intake: intake.map((text) => parseIntake(text, root)) };
}
