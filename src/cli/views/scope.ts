import { SKIP_REASONS, type SkippedPath } from '../../core/model/scope.js';
import type { ScopeReport } from '../../core/scope/scope-report.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import type { ForeignCode, ForeignKind } from '../../core/scope/foreign-code.js';
import { foldSkipped } from './fold-skipped.js';
import { REASONS } from '../../formats/text/skip-reasons.js';
import { formatPattern, skippedRow } from './skipped.js';
import { count, table } from './table.js';

/** The most rows of one kind, unless all are asked for. */
const MOST_ROWS = 12;

/**
 * What is checked, by language and directory; what does not look like the team's own code; what is not checked, by reason and
 * line.
 */
export function viewScope({ checked, skipped, foreign, workTree }: ScopeReport, all: boolean, style: Style): string {
  const lines = [style.strong(
    `${count(checked.length, 'file is', 'files are')} checked, ${count(skipped.length, 'path is', 'paths are')} not.`,
  )];
  if (workTree !== null) {
    lines.push(`The root is part of the git work tree ${visible(workTree)}; ignore files above the root are not used.`);
  }
  if (foreign.length > 0) lines.push('', ...viewForeign(foreign, all, style));
  if (checked.length > 0) {
    lines.push('', 'By language', ...countRows(checked.map(({ language }) => language), all, style));
    lines.push('', 'By directory', ...countRows(checked.map(({ path }) => topDirectory(path)), all, style));
  }
  for (const reason of SKIP_REASONS) {
    const own = skipped.filter((entry) => entry.reason === reason);
    if (own.length > 0) {
      lines.push('', `Not checked: ${style.strong(reason)}, ${REASONS[reason]}`, ...skippedRows(own, all, style));
    }
  }
  return `${lines.join('\n')}\n`;
}

/** Excluded paths: one by one if there are few, else grouped by the line that excludes them. */
function skippedRows(skipped: readonly SkippedPath[], all: boolean, style: Style): string[] {
  if (all || skipped.length <= MOST_ROWS) return table(skipped.map((entry) => skippedRow(entry, style)));
  const groups = foldSkipped(skipped).sort((a, b) => b.paths.length - a.paths.length);
  const rows = groups.map(({ by, paths: [first = '', ...others] }) => [
    visible(first), others.length === 0 ? '' : `and ${others.length} more`, by === null ? '' : style.faint(formatPattern(by)),
  ]);
  return [
    ...table(rows.slice(0, MOST_ROWS)),
    ...(rows.length > MOST_ROWS ? [`  ${style.faint(`and ${count(rows.length - MOST_ROWS, 'more line')}`)}`] : []),
    `  ${style.faint('--all lists every path')}`,
  ];
}

/** What does not look like the team's own code, with patterns to exclude it. */
function viewForeign(foreign: readonly ForeignCode[], all: boolean, style: Style): string[] {
  const shown = all ? foreign : foreign.slice(0, MOST_ROWS);
  const sum = foreign.reduce((files, { paths }) => files + paths.length, 0);
  const rows = shown.map(({ kind, pattern, paths }) => [style.name(visible(pattern)), KINDS[kind], count(paths.length, 'file')]);
  return [
    `${style.level('warning', `${count(sum, 'checked file does', 'checked files do')} not look like your own code.`)} To take `
      + `${sum === 1 ? 'it' : 'them'} out, add to .elvarignore at the root:`,
    ...table(rows),
    ...(shown.length < foreign.length ? [`  ${style.faint(`and ${foreign.length - shown.length} more; --all lists them`)}`] : []),
  ];
}

const KINDS: Readonly<Record<ForeignKind, string>> = {
  vendored: "vendored: someone else's code, by the name of its directory",
  generated: 'generated: written by a program',
  minified: 'minified: very long lines',
  huge: 'huge: more than anyone writes by hand',
};

/** Every path asked for: checked, or why not. */
export function viewScopeOfPaths({ checked, skipped }: ScopeReport, style: Style): string {
  const rows = [
    ...checked.map(({ path, language }) => [style.good('checked'), visible(path), language]),
    ...skipped.map((entry) => [style.level('warning', entry.reason), ...skippedRow(entry, style)]),
  ];
  const first = `${count(checked.length, 'file')} checked, ${count(skipped.length, 'path')} not.`;
  return `${[style.strong(first), '', ...table(rows)].join('\n')}\n`;
}

function topDirectory(path: string): string {
  const names = path.split('/');
  return names.length === 1 ? '(the root)' : `${visible(names.slice(0, Math.min(2, names.length - 1)).join('/'))}/`;
}

function countRows(keys: readonly string[], all: boolean, style: Style): string[] {
  const counts = new Map<string, number>();
  for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
  const most = Math.max(...counts.values());
  const sorted = [...counts].sort(([a, many], [b, more]) => more - many || (a < b ? -1 : 1));
  // If hardly any are left, a line about them takes as much room as they do.
  const shown = all || sorted.length <= MOST_ROWS + 2 ? sorted : sorted.slice(0, MOST_ROWS);
  const more = sorted.length - shown.length;
  const rows = table(shown.map(([key, number]) => [
    key, String(number).padStart(String(most).length), style.faint('▪'.repeat(Math.ceil((number / most) * 30))),
  ]));
  return more === 0 ? rows : [...rows, `  ${style.faint(`and ${more} more; --all lists them`)}`];
}
