import type { PartQuestion } from '../../core/inspect/part-record.js';
import { parseIntake } from '../intake/intake-source.js';
import type { RunSettings } from '../layers/run-settings.js';

/** The settings under which a divided check was asked. @throws UsageError if they are none. */
export function settingsOf(
  { set, intake, evenIgnored, today }: PartQuestion, root: string,
): Pick<RunSettings, 'set' | 'intake' | 'evenIgnored' | 'today'> {
  return { set, evenIgnored, today, intake: intake.map((text) => parseIntake(text, root)) };
}
