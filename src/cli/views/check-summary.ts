import { CONCERNS } from '../../core/catalog/concerns.js';
import type { Finding } from '../../core/model/finding.js';
import { totalsOf } from '../../core/inspect/totals.js';
import type { CheckReport } from '../../core/model/report.js';
import type { Style } from '../terminal.js';
import { visible } from '../visible.js';
import { directoryOf } from './directory-of.js';
import { count, table } from './table.js';

/** How many of the busiest rules and directories are told. */
const BUSIEST = 3;

/** What a lead reads first: by level, by concern, what can be repaired, and where most of it is. */
export function viewCheckSummary(report: CheckReport, columns: number, style: Style): string[] {
  const open = report.files.flatMap(({ findings }) => findings).filter(({ excused }) => excused === null);
  const { fixable, error, warning, note } = totalsOf(report);
  const concernOf = (finding: Finding): string => report.catalog.get(finding.rule)?.concern ?? finding.rule;
  const levels = Object.entries({ error, warning, note }).filter(([, number]) => number > 0);
  const rows = [
    ['by level', levels.map(([level, number]) => `${level} ${number}`).join('  ')],
    ['by concern', countBy(open, concernOf).sort(([a], [b]) => orderOf(a) - orderOf(b)).map(([name, number]) => `${name} ${number}`).join('  ')],
    ['repairable', fixable === 0 ? 'none of them' : `${fixable} of ${count(open.length, 'finding')}: elvar fix --dry-run shows how`],
    ['busiest rules', busiest(countBy(open, ({ rule }) => rule))],
    ['busiest directories', busiest(countBy(open, ({ path }) => directoryOf(path)))],
  ];
  return [style.faint('─'.repeat(Math.min(columns, 78))), style.strong('Summary'), ...table(rows.map(([name = '', value = '']) => [style.faint(name), value]))];
}

function orderOf(concern: string): number {
  const index = (CONCERNS as readonly string[]).indexOf(concern);
  return index < 0 ? CONCERNS.length : index;
}

function countBy(findings: readonly Finding[], keyOf: (finding: Finding) => string): [string, number][] {
  const counts = new Map<string, number>();
  for (const finding of findings) {
    const key = keyOf(finding);
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  return [...counts];
}

function busiest(counts: [string, number][]): string {
  const sorted = counts.sort(([a, first], [b, second]) => second - first || (a < b ? -1 : 1));
  return sorted.slice(0, BUSIEST).map(([name, number]) => `${visible(name)} ${number}`).join('   ');
}
