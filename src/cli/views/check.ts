import { CATALOG } from '../../core/catalog/registry.js';
import { totalsOf } from '../../core/inspect/totals.js';
import type { Finding } from '../../core/model/finding.js';
import type { Rule } from '../../core/model/rule.js';
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
  readonly deciders: Set<TrailEntry>;
}

/** What the code violates: the totals, then rule by rule, each with who decided that it holds. */
export function viewCheck(report: CheckReport, options: CheckViewOptions, style: Style): string {
  const lines = [headline(report, style)];
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
  // Bold colours come out too bright on some screens, so only the words before them are bold.
  return `${style.strong(`${count(sum, 'finding')} in ${totals.files - totals.clean} of ${count(totals.files, 'file')}:`)} ${listed(byLevel)}.${excused}`;
}

function groupByRule({ files }: CheckReport): Map<string, Group> {
  const groups = new Map<string, Group>();
  for (const { findings, rules } of files) {
    for (const finding of findings) {
      if (finding.excused !== null) continue;
      const key = `${finding.level} ${finding.rule}`;
      let group = groups.get(key);
      if (group === undefined) groups.set(key, (group = { findings: [], deciders: new Set() }));
      group.findings.push(finding);
      const decision = rules.decisions.get(finding.rule);
      const decider = decision?.trail[decision.by];
      if (decider !== undefined) group.deciders.add(decider);
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
  const { rule, level } = findings[0] as Finding;
  const { title, advice } = CATALOG.get(rule) as Rule;
  const since = [...new Set([...deciders].map(describeDecider))];
  const rows = placeRows(findings) as [Finding, ...Finding[]][];
  const shown = all ? rows : rows.slice(0, MOST_ROWS);
  const hidden = rows.slice(shown.length).reduce((sum, row) => sum + row.length, 0);
  const origins = `since ${listed(since.slice(0, 3))}${since.length > 3 ? ` and ${since.length - 3} more` : ''}`;
  return [
    `${style.level(level)}  ${style.strong(rule)}  ${count(findings.length, 'finding')}  ${style.faint(origins)}`,
    ...wrap(`${title}. ${advice}`, columns, '  ').map(style.faint),
    ...table(shown.map((row) => placeCells(row, style)), '    '),
    ...(hidden > 0 ? [`    ${style.faint(`and ${hidden} more; --all lists them`)}`] : []),
  ];
}

/** Most places in one row. */
const MOST_PLACES = 4;

/** The findings of one rule, those of one file with one message together, in the order of the first of each. */
function placeRows(findings: readonly Finding[]): Finding[][] {
  const rows: Finding[][] = [];
  let path: string | null = null;
  let ofFile = new Map<string, Finding[]>();
  for (const finding of findings) {
    if (finding.path !== path) ofFile = new Map();
    path = finding.path;
    const row = ofFile.get(finding.message) ?? [];
    if (row.length === 0) {
      ofFile.set(finding.message, row);
      rows.push(row);
    }
    row.push(finding);
  }
  return rows;
}

/** The first place as a whole, so that it can be copied, where else in the file, and the message. */
function placeCells([first, ...others]: readonly [Finding, ...Finding[]], style: Style): string[] {
  const place = ({ span: { start } }: Finding): string => `${start.line}:${start.column}`;
  const more = others.slice(0, MOST_PLACES - 1).map((finding) => `, ${place(finding)}`).join('');
  const rest = others.length - (MOST_PLACES - 1);
  const cell = `${style.name(visible(`${first.path}:${place(first)}`))}${style.faint(`${more}${rest > 0 ? ` and ${rest} more` : ''}`)}`;
  return [cell, visible(first.message)];
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
