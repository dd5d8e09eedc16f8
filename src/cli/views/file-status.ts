import { statusOf } from '../../core/inspect/file-status.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { countByDirectory, foldFiles } from './fold-files.js';
import { foldSkipped } from './fold-skipped.js';
import { REASONS } from '../../formats/text/skip-reasons.js';
import { formatPattern } from './skipped.js';
import { count, table } from './table.js';

/** The most rows of one kind, unless all are asked for. */
const MOST_ROWS = 8;

/** The files without open findings: everything in them is excused, nothing was found, or they are not checked, and why. */
export function viewQuietFiles({ files, skipped }: Pick<CheckReport, 'files' | 'skipped'>, all: boolean, style: Style): string[] {
  const byStatus = (wanted: string): CheckReport['files'] => files.filter(({ findings }) => statusOf(findings.all) === wanted);
  const excused = byStatus('excused').map(
    ({ path, findings }) => [style.name(visible(path)), style.faint(`${findings.all.length} excused`)],
  );
  const inAll = countByDirectory(files.map(({ path }) => path));
  const clean = byStatus('clean').map(({ path }) => path);
  const cleanRows = foldFiles(clean, inAll).map(
    ({ path, files: number }) => [style.name(visible(path)), path.endsWith('/') ? style.faint(`${count(number, 'file')}`) : ''],
  );
  const out = foldSkipped(skipped).map(({ reason, by, paths: [first = '', ...others] }) => [
    style.name(visible(first)),
    others.length === 0 ? '' : `and ${others.length} more`,
    `${reason}: ${by === null ? REASONS[reason] : formatPattern(by)}`,
  ]);
  return [
    ...section(style.strong(`Excused only  ${count(excused.length, 'file')}`), excused, all, style),
    ...section(`${style.good('Clean')}  ${count(clean.length, 'file')}`, cleanRows, all, style),
    ...section(style.strong(`Not checked  ${count(skipped.length, 'path')}`), out, all, style),
  ];
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
