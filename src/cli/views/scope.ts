import { SKIP_REASONS } from '../../core/model/scope.js';
import type { ScopeReport } from '../../core/model/report.js';
import type { Style } from '../terminal.js';
import { visible } from '../visible.js';
import { REASONS, skippedRow } from './skipped.js';
import { count, table } from './table.js';

/** What is checked, by language and directory; what is not, by reason. */
export function viewScope({ checked, skipped }: ScopeReport, style: Style): string {
  const lines = [style.strong(`${count(checked.length, 'file is', 'files are')} checked, ${count(skipped.length, 'path is', 'paths are')} not.`)];
  if (checked.length > 0) {
    lines.push('', 'By language', ...countRows(checked.map(({ language }) => language), style));
    lines.push('', 'By directory', ...countRows(checked.map(({ path }) => topDirectory(path)), style));
  }
  for (const reason of SKIP_REASONS) {
    const own = skipped.filter((entry) => entry.reason === reason);
    if (own.length > 0) lines.push('', `Not checked: ${style.strong(reason)}, ${REASONS[reason]}`, ...table(own.map((entry) => skippedRow(entry, style))));
  }
  return `${lines.join('\n')}\n`;
}

/** Every path that was asked for: checked, or why not. */
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

function countRows(keys: readonly string[], style: Style): string[] {
  const counts = new Map<string, number>();
  for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
  const most = Math.max(...counts.values());
  const sorted = [...counts].sort(([a, many], [b, more]) => more - many || (a < b ? -1 : 1));
  return table(sorted.map(([key, number]) => [key, String(number).padStart(String(most).length), style.faint('▪'.repeat(Math.ceil((number / most) * 30)))]));
}
