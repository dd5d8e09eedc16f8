import { CONCERNS } from '../../core/model/concern.js';
import { talliesOf } from '../../core/inspect/tally.js';
import type { Totals } from '../../core/inspect/totals.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { directoryOf } from '../../core/base/directory-of.js';
import { count, table } from './table.js';

/** How many of the busiest rules and directories are shown. */
const BUSIEST = 3;

/** What a lead reads first: findings by level and concern, how many can be repaired, and where most of them are. */
export function viewCheckSummary(
  report: CheckReport, { fixable, offered, error, warning, note }: Totals, columns: number, style: Style,
): string[] {
  const [rules, directories] = countOpen(report);
  const concerns = new Map<string, number>();
  for (const [rule, number] of rules) add(concerns, report.catalog.get(rule)?.concern ?? rule, number);
  const levels = Object.entries({ error, warning, note }).filter(([, number]) => number > 0);
  const lines = report.files.reduce((sum, file) => sum + file.lines, 0);
  const rate = (number: number): string => (1000 * number / Math.max(1, lines)).toFixed(1);
  const sorted = [...concerns].sort(([a], [b]) => orderOf(a) - orderOf(b));
  const rows = [
    ['checked', `${count(report.files.length, 'file')}, ${count(lines, 'line')}`],
    ['by level', levels.map(([level, number]) => `${level} ${number}`).join('  ')],
    ['by concern', sorted.map(([name, number]) => `${name} ${number}`).join('  ')],
    [
      'per 1,000 lines',
      `${rate(error + warning + note)} in all:  ${sorted.map(([name, number]) => `${name} ${rate(number)}`).join('  ')}`,
    ],
    ['repairable', repairable(fixable, offered, error + warning + note)],
    ['busiest rules', busiest([...rules])],
    ['busiest directories', busiest([...directories])],
  ];
  return [style.faint('─'.repeat(Math.min(columns, 78))), style.strong('Summary'), ...table(
    rows.map(([name = '', value = '']) => [style.faint(name), value]),
  )];
}

/** How many findings can be repaired: by themselves, and after a look. */
function repairable(safe: number, offered: number, all: number): string {
  if (safe + offered === 0) return 'none of them';
  const how = ': elvar fix --dry-run shows how';
  if (offered === 0) return `${safe} of ${count(all, 'finding')}${how}`;
  return safe === 0
    ? `${offered} of ${count(all, 'finding')}, after a look${how}`
    : `${safe} of ${count(all, 'finding')} safely, ${offered} more after a look${how}`;
}

function orderOf(concern: string): number {
  const index = (CONCERNS as readonly string[]).indexOf(concern);
  return index < 0 ? CONCERNS.length : index;
}

/** The number of findings, without excused ones, per rule and per directory. */
function countOpen({ files }: CheckReport): [Map<string, number>, Map<string, number>] {
  const [rules, directories] = [new Map<string, number>(), new Map<string, number>()];
  for (const { file, rules: found, open } of talliesOf(files)) {
    for (const { rule, count: number } of found) add(rules, rule, number);
    if (open > 0) add(directories, directoryOf(file.path), open);
  }
  return [rules, directories];
}

function add(counts: Map<string, number>, key: string, number: number): void {
  counts.set(key, (counts.get(key) ?? 0) + number);
}

function busiest(counts: [string, number][]): string {
  const sorted = counts.sort(([a, first], [b, second]) => second - first || (a < b ? -1 : 1));
  return sorted.slice(0, BUSIEST).map(([name, number]) => `${visible(name)} ${number}`).join('   ');
}
