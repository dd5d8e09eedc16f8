import type { CheckedSource } from '../core/inspect/check-report.js';
import type { Catalog } from '../core/catalog/catalog.js';
import type { Finding } from '../core/model/finding.js';
import type { Decision } from '../core/model/statement.js';
import { code, escaped } from '../formats/markdown/safe.js';
import { levelOrigin, sourceAt } from '../formats/text/decision.js';
import { noteLines } from '../formats/text/finding-notes.js';
import { formatExcuse } from '../formats/text/origin.js';

/** The most statements of a trail that a hover shows, the last ones. */
const MOST_STATEMENTS = 6;

/** What there is to say about findings at one place, in Markdown: what each is, why it matters, what to do, and who decided. */
export function hoverText(findings: readonly Finding[], { rules }: CheckedSource, catalog: Catalog): string {
  return findings.map((finding) => {
    const { rule, level, message, excused } = finding;
    const known = catalog.get(rule);
    const decision = rules.decisions.get(rule);
    const excuse = excused === null
      ? []
      : [`Excused: ${escaped(formatExcuse(excused))}${excused.because === null ? '' : `, because ${escaped(excused.because)}`}.`];
    return [
      `**${escaped(level)}** ${code(rule)}: ${escaped(message)}`,
      ...noteLines(finding).map(escaped),
      ...excuse,
      ...[known?.about, known?.advice].filter((text) => text !== undefined && text !== '').map((text) => escaped(text as string)),
      ...(decision === undefined ? [] : [trailText(decision)]),
    ].join('\n\n');
  }).join('\n\n---\n\n');
}

/** Who decided the level, and what else was said. */
function trailText(decision: Decision): string {
  const said = decision.trail.slice(1).map(({ statement: { level, because, zone }, effect }, index) => {
    const reason = because ?? zone?.because ?? null;
    const state = effect === 'applied' || effect === 'capped' ? '' : ` (${effect.replaceAll('-', ' ')})`;
    return `- ${code(sourceAt(decision.trail, index + 1))}${level === null ? '' : `: ${level.value}`}${state}`
      + (reason === null ? '' : `, because ${escaped(reason)}`);
  });
  const shown = said.slice(-MOST_STATEMENTS);
  return [`Level ${escaped(levelOrigin(decision))}.`, ...(said.length < 2
    ? []
    : ['', ...(said.length > shown.length ? [`- ${said.length - shown.length} before these`] : []), ...shown])].join('\n');
}
