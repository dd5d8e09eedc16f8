import { statusOf } from '../../core/inspect/file-status.js';
import { groupFindings, type FindingGroup, type Grouping } from '../../core/inspect/group-findings.js';
import type { FindingDisplay, NotShown } from '../../core/inspect/select-findings.js';
import { totalsOf, type Totals } from '../../core/inspect/totals.js';
import type { Finding } from '../../core/model/finding.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { RuleId } from '../../core/model/rule.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { viewCheckSummary } from './check-summary.js';
import { brokenLine } from '../../formats/text/expectation.js';
import { noteLines } from '../../formats/text/finding-notes.js';
import { codeLine } from './code-line.js';
import { viewQuietFiles } from './file-status.js';
import { deciderText } from '../../formats/text/decision.js';
import { formatExcuse, formatSource } from '../../formats/text/origin.js';
import { namedSkips } from './skipped.js';
import { count, listed, table, wrap } from './table.js';

/** How the findings are shown. */
interface CheckViewOptions {
  /** Whether to list every place, however many there are. */
  readonly all: boolean;
  readonly excused: boolean;
  readonly columns: number;
  readonly groupBy: Grouping;
  /** How many groups to show, starting with the busiest; null for all. */
  readonly top: number | null;
  /** How many findings are not shown, and which bounds hide them. */
  readonly notShown: NotShown;
  readonly bounds: FindingDisplay;
  /** The named paths, relative to the root: if one of them is not checked, the answer says why. */
  readonly named: readonly string[];
}

/**
 * What the code violates: the answer in one line, then group by group, with a summary last, because the end is what stays on the
 * screen.
 */
export function viewCheck(report: CheckReport, options: CheckViewOptions, style: Style): string {
  const totals = totalsOf(report);
  const lines = [
    headline(report, totals, options, style),
    ...notShownLines(options, style),
    ...namedSkips(report.skipped, options.named, style),
    ...viewApart(report, totals, options, style),
  ];
  const groups = groupFindings(report.files, options.groupBy, options.top !== null);
  const shown = groups.slice(0, options.top ?? Infinity);
  const advised = new Set<RuleId>();
  for (const group of shown) {
    lines.push('', ...(options.groupBy === 'rule'
      ? viewRule(group, report, options, style)
      : viewPlace(group, report, options, advised, style)));
  }
  if (shown.length < groups.length) {
    const plural = options.groupBy === 'directory' ? 'directories' : `${options.groupBy}s`;
    const more = count(groups.length - shown.length, `more ${options.groupBy}`, `more ${plural}`);
    lines.push('', style.faint(`and ${more}; --top shows more`));
  }
  if (options.groupBy === 'file' && options.top === null) lines.push(...viewQuietFiles(report, options.all, style));
  if (options.excused) lines.push(...viewExcused(report, style));
  if (groups.length > 0) lines.push('', ...viewCheckSummary(report, totals, options.columns, style));
  return `${lines.join('\n')}\n`;
}

function headline(report: CheckReport, totals: Totals, { notShown }: CheckViewOptions, style: Style): string {
  const sum = totals.error + totals.warning + totals.note;
  const where = report.since === null ? '' : ` on lines changed since ${visible(report.since)}`;
  if (totals.files === 0) {
    return report.since === null ? 'No files are checked here.' : `No checked file has changed since ${visible(report.since)}.`;
  }
  const hidden = notShown.level + notShown.confidence;
  if (sum === 0) return hidden > 0
    ? style.strong(`Nothing to show${where} in ${count(totals.files, 'file')}.`)
    : style.good(`No ${newWord(report)}findings${where} in ${count(totals.files, 'file')}.`);
  const byLevel = (['error', 'warning', 'note'] as const)
    .filter((level) => totals[level] > 0)
    .map((level) => style.level(level, count(totals[level], level)));
  // Some screens show bold colours too bright, so only the words before them are bold.
  const findings = `${sum} ${newWord(report)}${sum === 1 ? 'finding' : 'findings'}`;
  const answer = `${findings}${where} in ${totals.files - totals.clean} of ${count(totals.files, 'file')}:`;
  return `${style.strong(answer)} ${listed(byLevel)}.`;
}

/** The findings that are not shown. */
function notShownLines({ notShown: { level, confidence }, bounds }: CheckViewOptions, style: Style): string[] {
  const parts = [
    level > 0 ? `${level} below ${bounds.level}` : '',
    confidence > 0 ? `${confidence} less certain than “${bounds.confidence}”` : '',
  ].filter((part) => part !== '');
  return parts.length === 0 ? [] : [style.faint(`Not shown: ${count(level + confidence, 'finding')} (${listed(parts)}).`)];
}

/** If there is a ledger, whatever is not in it is new. */
function newWord({ ledger }: CheckReport): string {
  return ledger.length > 0 ? 'new ' : '';
}

/** What does not count, and why: the usual in one line below the answer, and a line each for what somebody should look at. */
function viewApart(report: CheckReport, { byWaiver, byLedger }: Totals, { named }: CheckViewOptions, style: Style): string[] {
  const namedOut = report.skipped.filter((one) => named.includes(one.path.replace(/\/$/, ''))).length;
  const excused = [
    byWaiver > 0 ? `${byWaiver} by ${byWaiver === 1 ? 'a waiver' : 'waivers'}` : '',
    byLedger > 0 ? `${byLedger} by the ledger` : '',
  ].filter(
    (part) => part !== '',
  );
  const due = report.ledger.filter(({ state }) => state === 'due').length;
  const refused = report.ledger.filter(({ state }) => state === 'refused').length;
  const broken = brokenLine(report.expectations.broken);
  const usual = [
    excused.length === 0 ? '' : `Excused: ${listed(excused)}.`,
    report.skipped.length === 0 || report.skipped.length === namedOut
      ? ''
      : `Not checked: ${count(report.skipped.length, 'path')}.`,
  ].filter(
    (part) => part !== '',
  );
  const parts = [
    usual.join(' '),
    due === 0 ? '' : style.wrong(
      `${count(due, 'ledger entry is', 'ledger entries are')} past ${due === 1 ? 'its' : 'their'} date and no longer `
        + `${due === 1 ? 'excuses' : 'excuse'} anything.`,
    ),
    ...report.guardedOut.map(({ file, line, pattern, files, isAll, guards }) =>
      style.wrong(`${visible(`${file}:${line} (${pattern})`)} excludes ${isAll ? '' : 'at least '}${count(files, 'file')} `
        + `that ${guards.length === 1 ? 'a guard protects' : 'guards protect'} `
        + `(${listed([...new Set(guards.map(formatSource))].slice(0, 3))}).`)),
    broken === null ? '' : style.wrong(visible(broken)),
    refused === 0 ? '' : style.wrong(
      `${count(refused, 'ledger entry excuses', 'ledger entries excuse')} nothing, because a ruling refuses it (ledger: refuse).`,
    ),
  ].filter((part) => part !== '');
  return parts.map((part) => style.faint(part));
}

/** The most rows shown per group, unless all are asked for. */
const MOST_ROWS = 8;

function viewRule(group: FindingGroup, { catalog }: CheckReport, { all, columns }: CheckViewOptions, style: Style): string[] {
  const { rule, level } = group;
  const known = catalog.get(rule);
  const since = [...new Set([...group.deciders].map(deciderText))];
  const shown = placeRows(group.lists, all ? Infinity : MOST_ROWS) as [Finding, ...Finding[]][];
  const hidden = group.count - shown.reduce((sum, row) => sum + row.length, 0);
  const origins = `since ${listed(since.slice(0, 3))}${since.length > 3 ? ` and ${since.length - 3} more` : ''}`;
  const places = table(shown.map((row) => placeCells(row, style)), '    ');
  return [
    `${style.level(level)}  ${style.strong(rule)}  ${count(group.count, 'finding')}  ${style.faint(origins)}`,
    ...wrap(visible(`${known?.title}. ${known?.advice ?? ''}`.trim()), columns, '  ').map(style.faint),
    ...shown.flatMap(([first], index) =>
      [places[index] as string, ...codeLine(first, columns, '      ', style), ...viewNotes(first, columns, style)]),
    ...(hidden > 0 ? [`    ${style.faint(`and ${hidden} more; --all lists them`)}`] : []),
  ];
}

/** What another program said besides about a finding. */
function viewNotes(finding: Finding, columns: number, style: Style): string[] {
  return noteLines(finding).flatMap((text) => wrap(visible(text), columns, '      ')).map(style.faint);
}

/**
 * A file or a directory: each finding with its rule, the code and the advice.
 * @param advised the rules whose advice has been shown.
 */
function viewPlace(
  { key, lists, count: total }: FindingGroup,
  { catalog }: CheckReport,
  { all, columns, groupBy }: CheckViewOptions,
  advised: Set<RuleId>,
  style: Style,
): string[] {
  const findings = lists.flatMap((list) => list());
  const shown = all ? findings : findings.slice(0, MOST_ROWS);
  const rows = shown.flatMap((finding) => {
    const { rule, level, path, span: { start }, message } = finding;
    const advice = advised.has(rule) ? '' : firstSentence(catalog.get(rule)?.advice ?? '');
    advised.add(rule);
    const place = groupBy === 'file'
      ? `${start.line}:${start.column}`
      : `${path.slice(key === '.' ? 0 : key.length + 1)}:${start.line}:${start.column}`;
    return [
      `  ${style.level(level)}  ${style.name(visible(place))}  ${visible(message)}  ${style.faint(rule)}`,
      ...codeLine(finding, columns, '      ', style),
      ...viewNotes(finding, columns, style),
      ...wrap(visible(advice), columns, '      ').filter((line) => line.trim() !== '').map(style.faint),
    ];
  });
  const title = groupBy === 'file' ? key : key === '.' ? 'the root' : `${key}/`;
  const status = groupBy === 'file' ? statusOf(findings) : null;
  const label = status === null || status === 'excused' || status === 'clean' ? '' : `${style.level(status)}  `;
  return [
    `${label}${style.strong(visible(title))}  ${count(total, 'finding')}`,
    ...rows,
    ...(total > shown.length ? [`  ${style.faint(`and ${total - shown.length} more; --all lists them`)}`] : []),
  ];
}

function firstSentence(text: string): string {
  return /^.*?\.(?=\s|$)/.exec(text)?.[0] ?? text;
}

/** The most places in one row. */
const MOST_PLACES = 4;

/**
 * The findings of one rule, file by file: those with the same message share a row, ordered by the first of each; at most `most`
 * rows.
 */
function placeRows(lists: readonly (() => readonly Finding[])[], most: number): Finding[][] {
  const rows: Finding[][] = [];
  for (const list of lists) {
    // Rows of a file can grow until its last finding.
    if (rows.length >= most) break;
    const byMessage = new Map<string, Finding[]>();
    for (const finding of list()) {
      const row = byMessage.get(finding.message) ?? [];
      if (row.length === 0) {
        if (rows.length >= most) continue;
        byMessage.set(finding.message, row);
        rows.push(row);
      }
      row.push(finding);
    }
  }
  return rows;
}

/** The first place in full, so that it can be copied, the other places in the file, and the message. */
function placeCells([first, ...others]: readonly [Finding, ...Finding[]], style: Style): string[] {
  const place = ({ span: { start } }: Finding): string => `${start.line}:${start.column}`;
  const more = others.slice(0, MOST_PLACES - 1).map((finding) => `, ${place(finding)}`).join('');
  const rest = others.length - (MOST_PLACES - 1);
  const cell =
    `${style.name(visible(`${first.path}:${place(first)}`))}${style.faint(`${more}${rest > 0 ? ` and ${rest} more` : ''}`)}`;
  return [cell, visible(first.message)];
}

function viewExcused({ files }: CheckReport, style: Style): string[] {
  const rows = files.flatMap(({ findings }) => findings.all).flatMap(({ excused, path, span, rule, level }) =>
    excused === null ? [] : [[
      style.faint(`${level} ${rule}`),
      style.name(visible(`${path}:${span.start.line}:${span.start.column}`)),
      `${formatExcuse(excused)}${excused.until === null ? '' : ` until ${excused.until}`}`,
      style.faint(visible(excused.because ?? 'no reason given')),
    ]]);
  return rows.length === 0 ? [] : ['', style.strong(count(rows.length, 'excused finding')), ...table(rows)];
}
