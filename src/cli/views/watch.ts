import type { CheckReport } from '../../core/inspect/check-report.js';
import type { ReportDifference } from '../../core/inspect/report-difference.js';
import { totalsOf } from '../../core/inspect/totals.js';
import type { Finding } from '../../core/model/finding.js';
import { visible } from '../../formats/text/visible.js';
import type { Style } from '../terminal.js';
import { codeLine } from './code-line.js';
import { count } from './table.js';

/** The most findings of one kind. */
const MOST_ROWS = 12;

/** What is new and what is gone since the last answer; the totals last, because the end is what stays on the screen. */
export function viewDifference(
  { added, gone }: ReportDifference, report: CheckReport, changed: readonly string[], columns: number, style: Style,
): string {
  const { error, warning, note, files } = totalsOf(report);
  const sum = error + warning + note;
  const what = changed.length === 0 ? 'something'
    : changed.length === 1 ? visible(changed[0] ?? '')
    : count(changed.length, 'path');
  const news = added.length + gone.length === 0 ? 'no finding is new or gone' : `${added.length} new, ${gone.length} gone`;
  const at = new Date().toTimeString().slice(0, 8);
  return [
    '', `${style.faint(at)}  ${style.strong(`${what} changed: ${news}.`)}`,
    ...rows('gone', gone, columns, style), ...rows('new', added, columns, style),
    style.faint(`${count(sum, 'finding')} in ${count(files, 'file')}.`), '',
  ].join('\n');
}

function rows(word: 'gone' | 'new', findings: readonly Finding[], columns: number, style: Style): string[] {
  const lines = findings.slice(0, MOST_ROWS).flatMap((finding) => {
    const { level, path, span: { start }, message, rule } = finding;
    return [
      `  ${word === 'gone' ? style.good(word) : style.level(level, word)}  ${style.level(level)}  `
        + `${style.name(visible(`${path}:${start.line}:${start.column}`))}  ${visible(message)}  ${style.faint(rule)}`,
      ...(word === 'new' ? codeLine(finding, columns, '        ', style) : []),
    ];
  });
  return findings.length > MOST_ROWS ? [...lines, `  ${style.faint(`and ${findings.length - MOST_ROWS} more ${word}`)}`] : lines;
}
