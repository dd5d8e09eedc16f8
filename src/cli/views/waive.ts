import type { ListedWaiver, UnwaivedFile, WaivedFile, WaiverList } from '../../core/inspect/waiver-report.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { viewPatch } from './patch.js';
import { count, listed, table } from './table.js';

/** What a waiver was written for, and where; with `isDry`, the change as a patch. */
export function viewWaive(waived: WaivedFile, isDry: boolean, style: Style): string {
  const { path, line, selectors, after } = waived;
  const place = style.name(visible(`${path}:${line}`));
  if (isDry) {
    const lines = [style.strong(`This would waive ${listed(selectors)}. Nothing was changed.`), '', ...viewPatch(waived, style)];
    return `${lines.join('\n')}\n`;
  }
  const written = after.split(/\r\n|\r|\n/)[line - 1] ?? '';
  return `${style.strong(`Waived ${listed(selectors)}.`)}\n  ${place}  ${visible(written.trim())}\n`;
}

/** Every waiver: what it excuses and where, since when and until when, and why. */
export function viewWaivers({ waivers }: WaiverList, columns: number, style: Style): string {
  if (waivers.length === 0) return 'There are no waivers here.\n';
  const unneeded = waivers.filter((waiver) => stateOf(waiver) !== 'needed').length;
  const rows = waivers.map((waiver) => {
    const { path, line, selectors, reach, until, since } = waiver;
    const state = stateOf(waiver);
    return [
      style.name(visible(`${path}:${line}`)), selectors.join(', '), reach === 'line' ? '' : reach,
      since === null ? '' : `since ${since}`, until === null ? '' : `until ${until}`, state === 'needed'
        ? excuses(waiver)
        : style.wrong(state === 'expired' ? 'expired' : excuses(waiver)),
    ];
  });
  const places = table(rows);
  const lines = waivers.flatMap(({ because }, index) =>
    [places[index] as string, `    ${style.faint(visible(because ?? 'no reason given').slice(0, Math.max(20, columns - 4)))}`]);
  const head = `${count(waivers.length, 'waiver')}, `
    + `${unneeded === 0 ? 'all of them needed' : `${unneeded} of them not needed, or not entirely`}.`;
  return `${[style.strong(head), '', ...lines].join('\n')}\n`;
}

function stateOf({ isExpired, excused }: ListedWaiver): 'needed' | 'idle' | 'expired' {
  return isExpired ? 'expired' : excused.includes(0) ? 'idle' : 'needed';
}

function excuses({ excused }: ListedWaiver): string {
  const sum = excused.reduce((all, number) => all + number, 0);
  return sum === 0 ? 'excuses nothing' : `excuses ${sum}`;
}

/** What was removed, file by file; with `isDry`, as a patch. */
export function viewRemoved(files: readonly UnwaivedFile[], isDry: boolean, style: Style): string {
  const done = files.filter(({ failed }) => failed === null);
  const number = done.reduce((sum, { removed }) => sum + removed.length, 0);
  if (number === 0) return 'Every waiver here is needed.\n';
  const patches = isDry ? done.flatMap((file) => [...viewPatch(file, style), '']) : [];
  const head = isDry
    ? `${count(number, 'waiver')} in ${count(done.length, 'file')} would be removed, at least in part. Nothing was changed.`
    : `${count(number, 'waiver')} in ${count(done.length, 'file')} removed, at least in part of it.`;
  const rows = done.flatMap(({ path, removed }) =>
    removed.map(({ line, selectors }) => [style.name(visible(`${path}:${line}`)), selectors.join(', ')]));
  return `${[...patches, style.strong(head), ...table(rows)].join('\n')}\n`;
}
