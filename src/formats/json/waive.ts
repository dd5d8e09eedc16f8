import type { Reach } from '../../core/waivers/waiver.js';
import type { UnwaivedFile, WaivedFile, WaiverList } from '../../core/inspect/waiver-report.js';
import { patchOf } from '../text/patch.js';
import { incompleteJson } from '../text/incomplete.js';

/** `elvar-waive/1`. */
export function waiveJson(
  { path, line, selectors, before, after }: WaivedFile,
  terms: { readonly reach: Reach; readonly until: string | null; readonly because: string },
  written: boolean,
): object {
  return { format: 'elvar-waive/1', path, line, selectors, ...terms, written, patch: patchOf(path, before, after) };
}

/** `elvar-waivers/1`. */
export function waiverListJson({ waivers, incomplete }: WaiverList): object {
  return {
    format: 'elvar-waivers/1',
    waivers: waivers.map(({ path, line, selectors, reach, until, because, isExpired, excused, since }) => ({
      path, line, selectors, reach, until, because, expired: isExpired, excuses: excused, since,
    })),
    incomplete: incompleteJson(incomplete),
  };
}

/** `elvar-unwaive/1`. */
export function unwaivedJson(files: readonly UnwaivedFile[], written: boolean): object {
  return {
    format: 'elvar-unwaive/1',
    files: files.map(({ path, before, after, removed, failed }) => ({
      path, written: written && failed === null, removed, patch: patchOf(path, before, after),
    })),
  };
}
