import type { Reach } from '../../core/waivers/waiver.js';
import type { WaivedFile } from '../../core/model/report.js';
import { patchOf } from '../text/patch.js';

/** `elvar-waive/1`. */
export function waiveJson({ path, line, selectors, before, after }: WaivedFile, terms: { readonly reach: Reach; readonly until: string | null; readonly because: string }, written: boolean): object {
  return { format: 'elvar-waive/1', path, line, selectors, ...terms, written, patch: patchOf(path, before, after) };
}
