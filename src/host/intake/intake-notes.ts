import type { IntakeNote } from '../../core/cascade/report-base.js';
import { oldLogs } from './old-logs.js';
import type { Intake } from './read-intake.js';

/** What a check tells of logs: what is missing, out of date or of no file here. @param listing all files that are checked; null if only some were asked about. */
export function intakeNotes(intake: Intake, root: string, listing: { readonly files: readonly { readonly path: string }[] } | null): IntakeNote[] {
  const old = oldLogs(intake, root).map(({ log, place, files }): IntakeNote => ({ intake: 'old', log, place, files: files.length, example: files[0] }));
  return [...intake.notes, ...old, ...(listing === null ? [] : notChecked(intake, listing))];
}

/** What logs say of files that are not checked: nothing of it is told. @param files those that are. */
function notChecked({ found }: Intake, { files }: { readonly files: readonly { readonly path: string }[] }): IntakeNote[] {
  const checked = new Set(files.map((file) => file.path));
  const others = Object.entries(found).filter(([own]) => !checked.has(own));
  return others.length === 0 ? [] : [{ intake: 'not-checked', findings: others.reduce((sum, [, hits]) => sum + hits.length, 0), files: others.length }];
}
