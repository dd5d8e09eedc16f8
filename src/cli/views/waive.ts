import type { WaivedFile } from '../../core/model/report.js';
import type { Style } from '../terminal.js';
import { visible } from '../visible.js';
import { viewPatch } from './patch.js';
import { listed } from './table.js';

/** What a waiver was written for and where; with `isDry` the change as a patch. */
export function viewWaive(waived: WaivedFile, isDry: boolean, style: Style): string {
  const { path, line, selectors, after } = waived;
  const place = style.name(visible(`${path}:${line}`));
  if (isDry) return `${[style.strong(`This would waive ${listed(selectors)}. Nothing has been changed.`), '', ...viewPatch(waived, style)].join('\n')}\n`;
  const written = after.split(/\r\n|\r|\n/)[line - 1] ?? '';
  return `${style.strong(`Waived ${listed(selectors)}.`)}\n  ${place}  ${visible(written.trim())}\n`;
}
