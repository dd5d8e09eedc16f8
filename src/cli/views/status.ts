import type { FileLook, StatusReport } from '../../core/inspect/status-report.js';
import { LEVELS } from '../../core/model/level.js';
import { REASONS } from '../../formats/text/skip-reasons.js';
import { visible } from '../../formats/text/visible.js';
import type { Style } from '../terminal.js';
import { countByDirectory, foldFiles } from './fold-files.js';
import { count, listed, table } from './table.js';

/** The most rows of one kind, unless all are asked for. */
const MOST_ROWS = 12;

/** What was last found, from the highest level down; then what is not known, and why. */
export function viewStatus({ files }: StatusReport, all: boolean, style: Style): string {
  if (files.length === 0) return 'No files are checked here.\n';
  const known = files.filter(({ state }) => state === 'known');
  const days = new Set(known.map(dayOf));
  // Where all were looked at together, one word for all is enough.
  const common = days.size === 1 ? [...days][0] as string : null;
  const lines = [headline(files, known, common, style)];
  for (const level of LEVELS.filter((one) => one !== 'off')) {
    const own = known.filter(({ status }) => status === level).sort((a, b) =>
      b.findings - a.findings || (a.path < b.path ? -1 : 1));
    lines.push(...section(
      `${style.level(level)}  ${count(own.length, 'file')}`,
      own.map((file) =>
        [style.name(visible(file.path)), count(file.findings, 'finding'), common === null ? style.faint(dayOf(file)) : '']),
      all,
      style,
    ));
  }
  const changed = files.filter(({ state }) => state === 'changed');
  lines.push(...section(
    style.strong(`Changed since  ${count(changed.length, 'file')}`),
    changed.map((file) => [
      style.name(visible(file.path)), CHANGES[file.changed ?? 'file'], style.faint(`${lastSeen(file)}, ${dayOf(file)}`),
    ]),
    all,
    style,
  ));
  lines.push(...folded('Never checked', files.filter(({ state }) => state === 'never'), files, all, style));
  return `${lines.join('\n')}\n`;
}

const CHANGES: Readonly<Record<NonNullable<FileLook['changed']>, string>> = {
  file: 'the file has changed', rules: 'its rules, or Elvar, have changed', day: 'a waiver depends on the day',
};

/** The answer in one line: how much of what was found still holds. */
function headline(files: readonly FileLook[], known: readonly FileLook[], common: string | null, style: Style): string {
  if (known.length === 0) return style.strong(`None of ${count(files.length, 'file')} has been checked as it is now.`);
  const clean = known.filter(({ status }) => status === 'clean' || status === 'excused').length;
  const unread = known.filter(({ status }) => status === null).length;
  const parts = [
    ...LEVELS.filter((level) => level !== 'off')
      .map((level) => [level, known.filter(({ status }) => status === level).length] as const)
      .filter(([, number]) => number > 0)
      .map(([level, number]) => `${number} with ${level}s`),
    ...(clean > 0 ? [`${clean} clean`] : []), ...(unread > 0 ? [`${unread} skipped`] : []),
  ];
  const rest = files.length - known.length;
  const open = rest === 0 ? 'Nothing has changed since.'
    : rest === 1 ? '1 file has not been checked as it is now.'
    : `${rest} files have not been checked as they are now.`;
  return `${style.strong(`${count(known.length, 'file')} as last checked${common === null ? '' : ` on ${common}`}:`)} `
    + `${listed(parts)}.\n${open}`;
}

function section(title: string, rows: readonly (readonly string[])[], all: boolean, style: Style): string[] {
  if (rows.length === 0) return [];
  const shown = all ? rows : rows.slice(0, MOST_ROWS);
  return [
    '',
    title,
    ...table(shown),
    ...(shown.length < rows.length ? [`  ${style.faint(`and ${rows.length - shown.length} more; --all lists them`)}`] : []),
  ];
}

/** Files of which nothing is known, by directory where it is so for all of it. */
function folded(title: string, own: readonly FileLook[], files: readonly FileLook[], all: boolean, style: Style): string[] {
  const rows = foldFiles(own.map(({ path }) => path), countByDirectory(files.map(({ path }) => path))).map(
    ({ path, files: number }) => [style.name(visible(path)), path.endsWith('/') ? style.faint(count(number, 'file')) : ''],
  );
  return section(style.strong(`${title}  ${count(own.length, 'file')}`), rows, all, style);
}

function lastSeen({ status, skipped }: FileLook): string {
  return skipped !== null
    ? `last time ${REASONS[skipped]}`
    : `last found: ${status === 'clean' ? 'nothing' : status === 'excused' ? 'only what is excused' : status}`;
}

/** When it was looked at, in local time. */
function dayOf({ looked }: FileLook): string {
  if (looked === null) return '';
  const at = new Date(looked);
  const two = (number: number): string => String(number).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())} ${two(at.getHours())}:${two(at.getMinutes())}`;
}
