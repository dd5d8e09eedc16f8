import type { IntakeNote } from '../../core/cascade/report-base.js';
import { oldLogs } from './old-logs.js';
import type { Intake } from './read-intake.js';

/**
 * What a check tells of logs: what is missing, out of date or of no file here.
 * @param listing all files that are checked; null if only some were asked about.
 */
export function intakeNotes(
  intake: Intake, root: string, listing: { readonly files: readonly { readonly path: string }[] } | null,
): IntakeNote[] {
  const old = oldLogs(intake, root).map(
    ({ log, place, files }): IntakeNote => ({ intake: 'old', log, place, files: files.length, example: files[0] }),
  );
  return [...intake.notes, ...old, ...(listing === null ? [] : notChecked(intake, listing))];
}

/** What logs say of files that are not checked, which is only counted. @param files those that are. */
function notChecked({ counts }: Intake, { files: all }: { readonly files: readonly { readonly path: string }[] }): IntakeNote[] {
  const checked = new Set(all.map((file) => file.path));
  let [findings, files] = [0, 0];
  for (const [own, number] of counts) {
    if (checked.has(own)) continue;
    findings += number;
    files += 1;
  }
  return files === 0 ? [] : [{ intake: 'not-checked', findings, files }];
}
