import type { Finding } from '../../core/model/finding.js';
import { offeredIn } from '../../core/inspect/repair-file.js';
import type { FixReport, RepairedSource } from '../../core/inspect/fix-report.js';
import { patchOf } from '../text/patch.js';
import { incompleteJson } from '../text/incomplete.js';

/** `elvar-fix/1`. Files without repairs, made, withdrawn or offered, are left out. */
export function fixJson({ files, bundles, written, incomplete }: FixReport): object {
  const touched = files.filter((file) => file.before !== file.after || file.withdrawn.length > 0 || offeredIn(file).length > 0);
  return {
    format: 'elvar-fix/1',
    written,
    files: touched.map(fileJson),
    bundles: bundles.map(({ path, before, after, added }) => ({ path, added, patch: patchOf(path, before, after) })),
    totals: {
      files: files.filter(({ before, after }) => before !== after).length,
      repaired: files.reduce((sum, { repaired }) => sum + [...repaired.values()].reduce((all, count) => all + count, 0), 0),
      withdrawn: files.reduce((sum, { withdrawn }) => sum + withdrawn.length, 0),
      offered: files.reduce((sum, file) => sum + offeredIn(file).length, 0),
      left: files.reduce((sum, { left }) => sum + left.length, 0),
    },
    incomplete: incompleteJson(incomplete),
  };
}

function fileJson(file: RepairedSource): object {
  const { path, before, after, repaired, withdrawn } = file;
  return {
    path,
    repaired: Object.fromEntries([...repaired].sort(([a], [b]) => (a < b ? -1 : 1))),
    withdrawn: withdrawn.map(placeJson),
    offered: offeredIn(file).map(placeJson),
    patch: patchOf(path, before, after),
  };
}

function placeJson({ rule, span, message }: Finding): object {
  return { rule, line: span.start.line, column: span.start.column, message };
}
