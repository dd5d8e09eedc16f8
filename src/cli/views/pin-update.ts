import type { PinUpdate } from '../../core/impact/impact-report.js';
import { visible } from '../../formats/text/visible.js';
import type { Style } from '../terminal.js';
import { viewImpact } from './impact.js';
import { count, table } from './table.js';

/** How many digits of a digest or commit are shown. */
const SHORT = 12;

/** The newly fetched presets, and what they do to the project's files. */
export function viewPinUpdate({ changes, unchanged, impact }: PinUpdate, isDry: boolean, style: Style): string {
  if (changes.length === 0) return unchanged === 0
    ? 'No preset here comes from git or a web server.\n'
    : `${style.good(`${count(unchanged, 'fetched preset')}: nothing changed.`)}\n`;
  const short = (pin: PinUpdate['changes'][number]['after']): string => (pin === null
    ? 'none'
    : (pin.commit ?? pin.digest.slice('sha256-'.length)).slice(0, SHORT));
  const rows = changes.map(({ reference, before, after }) => [
    style.name(visible(reference)),
    after === null ? 'is no longer adopted' : before === null ? `${short(after)} is new` : `${short(before)} → ${short(after)}`,
  ]);
  const head = `${count(changes.length, 'fetched preset')} `
    + (isDry ? 'would be pinned. Nothing was changed.' : `${changes.length === 1 ? 'was' : 'were'} pinned in elvar-lock.yaml.`);
  const what = impact === null
    ? ['Nothing was pinned before to compare it with. To see a preset: elvar presets REFERENCE']
    : [viewImpact(impact, false, style).trimEnd()];
  return `${[...what, '', style.strong(head), ...table(rows)].join('\n')}\n`;
}
