import type { LineExplanation } from '../../core/model/report.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { viewExplainRule } from './explain-rule.js';
import { formatExcuse } from '../../formats/text/origin.js';
import { count, listed } from './table.js';

/** The findings on one line, the waivers that reach it, and the trail of each rule concerned. */
export function viewExplainLine({ explanation, line, findings, waivers }: LineExplanation, style: Style): string {
  const { path, rules } = explanation;
  const lines = [style.strong(`${findings.length === 0 ? 'No finding' : count(findings.length, 'finding')} on line ${line} of ${visible(path)}.`)];
  for (const { level, rule, span, message, excused } of findings) {
    const excuse = excused === null ? '' : style.faint(`  excused: ${formatExcuse(excused)}${excused.because === null || excused.by === 'waiver' ? '' : `, because ${visible(excused.because)}`}`);
    lines.push(`  ${style.level(level)}  ${rule}  column ${span.start.column}  ${visible(message)}${excuse}`);
  }
  for (const waiver of waivers) {
    const reason = waiver.because === null ? 'gives no reason' : `because ${visible(waiver.because)}`;
    const until = waiver.until === null ? '' : waiver.isExpired ? ` It counted until ${waiver.until}, and excuses nothing any more.` : ` It counts until ${waiver.until}.`;
    lines.push(`  A waiver in line ${waiver.line} for ${listed(waiver.selectors)} reaches it: ${reason}.${until}`);
  }
  const trails = [...new Set(findings.map(({ rule }) => rule))].flatMap((rule) => {
    const decision = rules.decisions.get(rule);
    return decision === undefined ? [] : ['', viewExplainRule(explanation, decision, style).trimEnd()];
  });
  return `${[...lines, ...trails].join('\n')}\n`;
}
