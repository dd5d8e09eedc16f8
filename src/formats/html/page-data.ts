import type { CheckReport } from '../../core/inspect/check-report.js';
import type { Finding } from '../../core/model/finding.js';
import { LEVELS } from '../../core/model/level.js';
import { deciderText } from '../text/decision.js';
import { formatExcuse } from '../text/origin.js';
import { visible } from '../text/visible.js';
import type { PageData, PageFinding } from './page-document.js';

/** The most findings in a page: those of higher levels come first. */
const MOST_FINDINGS = 50_000;

/** What the page's script is given. All texts are safe to be shown; the script shows them as texts. */
export function pageData({ files }: CheckReport): PageData {
  const [rules, paths, deciders] = [new Numbered(), new Numbered(), new Numbered()];
  const all = files.flatMap(({ findings, rules: { decisions } }) =>
    findings.all.map((finding) => ({ finding, decision: decisions.get(finding.rule) })));
  const sorted = all.length <= MOST_FINDINGS
    ? all
    : all.toSorted((a, b) => LEVELS.indexOf(a.finding.level) - LEVELS.indexOf(b.finding.level)).slice(0, MOST_FINDINGS);
  const findings = sorted.map(({ finding, decision }): PageFinding => {
    const { rule, level, path, span: { start }, message, confidence, excused } = finding;
    const reason = excused === null ? null : `${formatExcuse(excused)}: ${visible(excused.because ?? 'no reason given')}`;
    return [
      level, rules.placeOf(rule), paths.placeOf(visible(path)), start.line, start.column, visible(message), confidence,
      deciders.placeOf(decision === undefined ? '' : deciderText(decision)), framedCode(finding), reason,
    ];
  });
  return { rules: rules.values, paths: paths.values, deciders: deciders.values, findings, leftOut: all.length - findings.length };
}

/** The line of code without its indentation, divided at what was found; null if it is empty. */
export function framedCode(
  { code: { text, column, isCut }, span: { start, end } }: Finding,
): readonly [before: string, meant: string, after: string] | null {
  if (text.trim() === '') return null;
  const from = start.column - column;
  const to = Math.max(from, end.line === start.line ? Math.min(text.length, end.column - column) : text.length);
  const lead = Math.min(from, text.length - text.trimStart().length);
  return [
    `${column > 1 ? '…' : ''}${shownCode(text.slice(lead, from))}`,
    shownCode(text.slice(from, to)),
    `${shownCode(text.slice(to))}${isCut ? '…' : ''}`,
  ];
}

/** Code as it is, but for what could drive the reader: tabs stay. */
function shownCode(text: string): string {
  return text.split('\t').map(visible).join('\t');
}

/** Numbers texts, each once. */
class Numbered {
  readonly values: string[] = [];
  private readonly places = new Map<string, number>();

  placeOf(value: string): number {
    let place = this.places.get(value);
    if (place === undefined) this.places.set(value, (place = this.values.push(value) - 1));
    return place;
  }
}
