import type { LineAuthors } from '../../core/history/line-authors.js';
import type { LineExplanation } from '../../core/inspect/line-explanation.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { viewExplainRule } from './explain-rule.js';
import { describeIncomplete } from '../../formats/text/incomplete.js';
import { noteLines } from '../../formats/text/finding-notes.js';
import { formatExcuse } from '../../formats/text/origin.js';
import { whyNotChecked } from './skipped.js';
import { count, listed } from './table.js';

/** The findings on one line, the waivers that cover it, and the trail of each rule concerned. */
export function viewExplainLine(
  { explanation, line, unread, findings, waivers, unknown }: LineExplanation, style: Style, authors: LineAuthors | null = null,
): string {
  const { rules } = explanation;
  const lines = [style.strong(answer({ explanation, line, unread, findings }))];
  for (const finding of findings) {
    const { level, rule, span, message, excused } = finding;
    const excuse = excused === null
      ? ''
      : style.faint(`  excused: ${formatExcuse(excused)}`
        + (excused.because === null || excused.by === 'waiver' ? '' : `, because ${visible(excused.because)}`));
    lines.push(
      `  ${style.level(level)}  ${rule}  column ${span.start.column}  ${visible(message)}${excuse}`,
      ...noteLines(finding).map((text) => `    ${style.faint(visible(text))}`),
    );
  }
  for (const waiver of waivers) {
    const reason = waiver.because === null ? 'gives no reason' : `because ${visible(waiver.because)}`;
    const until = waiver.until === null ? ''
      : waiver.isExpired ? ` It expired after ${waiver.until} and no longer excuses anything.`
      : ` It expires after ${waiver.until}.`;
    lines.push(`  The waiver on line ${waiver.line} for ${listed(waiver.selectors)} covers it: ${reason}.${until}`);
  }
  for (const { line: written, selector, near } of unknown) {
    lines.push(style.level(
      'warning',
      `  The waiver on line ${written} names ${visible(selector)}, which is not a rule, so it excuses `
        + `nothing.${near === null ? '' : ` Did you mean ${near}?`}`,
    ));
  }
  const trails = [...new Set(findings.map(({ rule }) => rule))].flatMap((rule) => {
    const decision = rules.decisions.get(rule);
    return decision === undefined ? [] : ['', viewExplainRule(explanation, decision, style, undefined, authors).trimEnd()];
  });
  return `${[...lines, ...trails].join('\n')}\n`;
}

function answer({ explanation: { path, skipped }, line, unread, findings }: Pick<
  LineExplanation, 'explanation' | 'line' | 'unread' | 'findings'
>): string {
  if (skipped !== null) return `${visible(path)} is not checked: ${whyNotChecked(skipped)}.`;
  if (unread !== null) return `${visible(path)} could not be checked: ${visible(describeIncomplete(unread))}.`;
  return `${findings.length === 0 ? 'No finding' : count(findings.length, 'finding')} on line ${line} of ${visible(path)}.`;
}
