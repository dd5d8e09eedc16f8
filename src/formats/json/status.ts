import type { StatusReport } from '../../core/inspect/status-report.js';
import { incompleteJson } from '../text/incomplete.js';

/** `elvar-status/1`. */
export function statusJson({ files, incomplete }: StatusReport): object {
  return {
    format: 'elvar-status/1',
    files: files.map(({ looked, ...file }) => ({ ...file, looked: looked === null ? null : new Date(looked).toISOString() })),
    totals: {
      files: files.length,
      known: files.filter(({ state }) => state === 'known').length,
      changed: files.filter(({ state }) => state === 'changed').length,
      never: files.filter(({ state }) => state === 'never').length,
    },
    incomplete: incompleteJson(incomplete),
  };
}
