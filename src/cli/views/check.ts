import { CATALOG } from '../../core/catalog/registry.js';
import { totalsOf } from '../../core/inspect/totals.js';
import type { Finding } from '../../core/model/finding.js';
import { LEVELS } from '../../core/model/level.js';
import type { CheckReport } from '../../core/model/report.js';
import type { TrailEntry } from '../../core/model/statement.js';
import type { Style } from '../terminal.js';
import { visible } from '../visible.js';
import { formatOrigin, formatZone } from './origin.js';
import { count, listed, table, wrap } from './table.js';

/** How the findings are shown. */
export interface CheckViewOptions {
  /** Whether every place is listed, however many there are. */
  readonly all: boolean;
  readonly excused: boolean;
  readonly columns: number;
}

/** Findings of one rule at one level, with the statements that decided the level. */
interface Group {
  readonly findings: Finding[];
  readonly deciders: Map<string, TrailEntry>;
}

/** What the code violates: the totals, then rule by rule, each with who decided that it holds. */
export function viewCheck(report: CheckReport, options: CheckViewOptions, style: Style): string {
  const lines = [style.strong(headline(report, style))];
  const groups = [...groupByRule(report).values()].sort(compareGroups);
  for (const group of groups) lines.push('', ...viewGroup(group, options, style));
  if (options.excused) lines.push(...viewExcused(report, style));
  return `${lines.join('\n')}\n`;
}

function headline(report: CheckReport, style: Style): string {
  const totals = totalsOf(report);
  const excused = totals.excused > 0 ? ` ${totals.excused} more ${totals.excused === 1 ? 'is' : 'are'} excused.` : '';
  const sum = totals.error + totals.warning + totals.note;
  if (totals.files === 0) return 'No file is checked here.';
  if (sum === 0) return `${style.good(`No findings in ${count(totals.files, 'file')}.`)}${excused}`;
  const byLevel = (['error', 'warning', 'note'] as const)
    .filter((level) => totals[level] > 0)
    .map((level) => style.level(level, count(totals[level], level)));
  return `${count(sum, 'finding')} in ${totals.files - totals.clean} of ${count(totals.files, 'file')}: ${listed(byLevel)}.${excused}`;
}

function groupByRule({ files }: CheckReport): Map<string, Group> {
  const groups = new Map<string, Group>();
  for (const { findings, rules } of files) {
    for (const finding of findings) {
      if (finding.excused !== null) continue;
      const key = `${finding.level} ${finding.rule}`;
      let group = groups.get(key);
      if (group === undefined) groups.set(key, (group = { findings: [], deciders: new Map() }));
      group.findings.push(finding);
      const decision = rules.decisions.get(finding.rule);
      const decider = decision?.trail[decision.by];
      if (decider !== undefined) group.deciders.set(describeDecider(decider), decider);
    }
  }
  return groups;
}

function compareGroups(a: Group, b: Group): number {
  const [first, second] = [a.findings[0] as Finding, b.findings[0] as Finding];
  return LEVELS.indexOf(first.level) - LEVELS.indexOf(second.level)
    || b.findings.length - a.findings.length
    || (first.rule < second.rule ? -1 : 1);
}

/** Most rows of one rule when not all are asked for. */
const MOST_ROWS = 8;

function viewGroup({ findings, deciders }: Group, { all, columns }: CheckViewOptions, style: Style): string[] {
  const { rule, level, advice } = findings[0] as Finding;
  const since = [...deciders.keys()];
  const rows = placeRows(findings, style);
  const shown = all ? rows : rows.slice(0, MOST_ROWS);
  const hidden = rows.slice(shown.length).reduce((sum, { findings: number }) => sum + number, 0);
  return [
    `${style.level(level)}  ${style.strong(rule)}  ${count(findings.length, 'finding')}  ${style.faint(`since ${listed(since.slice(0, 3))}${since.length > 3 ? ` and ${since.length - 3} more` : ''}`)}`,
    ...wrap(`${CATALOG.get(rule)?.title}. ${advice}`, columns, '  ').map(style.faint),
    ...table(shown.map(({ cells }) => cells), '    '),
    ...(hidden > 0 ? [`    ${style.faint(`and ${hidden} more; --all lists them`)}`] : []),
  ];
}

/** Most places in one row. */
const MOST_PLACES = 4;

/** One row a file and message: the first place as a whole, so that it can be copied, then where else in the file. */
function placeRows(findings: readonly Finding[], style: Style): { cells: string[]; findings: number }[] {
  const rows = new Map<string, Finding[]>();
  for (const finding of findings) {
    const key = `${finding.path}\0${finding.message}`;
    const row = rows.get(key);
    if (row === undefined) rows.set(key, [finding]);
    else row.push(finding);
  }
  return [...rows.values()].map((row) => {
    const [first, ...others] = row as [Finding, ...Finding[]];
    const place = ({ span: { start } }: Finding): string => `${start.line}:${start.column}`;
    const more = others.slice(0, MOST_PLACES - 1).map((finding) => style.faint(`, ${place(finding)}`)).join('');
    const rest = others.length - (MOST_PLACES - 1);
    const cell = `${style.name(visible(`${first.path}:${place(first)}`))}${more}${rest > 0 ? style.faint(` and ${rest} more`) : ''}`;
    return { cells: [cell, visible(first.message)], findings: row.length };
  });
}

function describeDecider({ statement }: TrailEntry): string {
  const zone = formatZone(statement.zone);
  return `${formatOrigin(statement)}${zone === '' ? '' : ` (${zone})`}`;
}

function viewExcused({ files }: CheckReport, style: Style): string[] {
  const rows = files.flatMap(({ findings }) => findings).flatMap(({ excused, path, span, rule, level }) =>
    excused === null ? [] : [[
      style.faint(`${level} ${rule}`),
      style.name(visible(`${path}:${span.start.line}:${span.start.column}`)),
      `${excused.by} in line ${excused.line}`,
      style.faint(visible(excused.because ?? 'no reason given')),
    ]]);
  return rows.length === 0 ? [] : ['', style.strong(count(rows.length, 'excused finding')), ...table(rows)];
}
