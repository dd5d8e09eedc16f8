import type { FindingChange } from '../../core/impact/finding-changes.js';
import type { RuleChange } from '../../core/impact/rule-changes.js';
import type { Finding } from '../../core/model/finding.js';
import type { ImpactReport } from '../../core/impact/impact-report.js';
import { deciderOf, impactSentence, reasonOf, RELATIONS, toldWays, wayText } from '../text/impact.js';
import { visible } from '../text/visible.js';
import { count } from '../text/words.js';
import { code, codeInCell, escaped, folded } from './safe.js';

/** The most findings listed per rule: a review is no place for thousands of lines. */
const MOST_FINDINGS = 50;

/** What a change of rules does, as text for a review (CommonMark, with the tables and folded sections that code hosts support). */
export function impactMarkdown(report: ImpactReport): string {
  const { changes, findings, sets } = report;
  const lines = [`**${escaped(impactSentence(report))}**`];
  if (changes.rules.length > 0) lines.push('', '| rule | | was → is | files | findings | decided by |', '|---|---|---|---:|---|---|', ...changes.rules.flatMap((change) => rowsOf(change, findings.get(change.rule))));
  const reasons = changes.rules.flatMap(({ rule, ways }) => [...new Set(ways.map(({ after }) => reasonOf(after)).filter((reason) => reason !== null))].map((reason) => `- ${code(rule)}: ${escaped(reason)}`));
  if (reasons.length > 0) lines.push('', 'Reasons given in the layer files:', '', ...reasons);
  for (const [title, paths] of [['Files that come into scope', changes.entering], ['Files that leave the scope', changes.leaving]] as const) {
    if (paths.length > 0) lines.push('', ...folded(`${title}: ${paths.length}`, paths.map((path) => `- ${code(path)}`)));
  }
  for (const [rule, change] of [...findings].sort(([a], [b]) => (a < b ? -1 : 1))) lines.push('', ...folded(`${rule}: ${findingWords(change)}`, findingLines(change)));
  if (changes.rules.length + changes.entering.length + changes.leaving.length > 0) lines.push('', `Rule sets: ${sets.before} before, ${sets.after} after.`);
  return `${lines.join('\n')}\n`;
}

function rowsOf({ rule, ways }: RuleChange, change: FindingChange | undefined): string[] {
  return toldWays(ways).map(({ way, files }, index) => {
    const cells = [codeInCell(rule), RELATIONS[way.relation], escaped(visible(wayText(way))), String(files.length), index === 0 ? escaped(change === undefined ? 'no change' : findingWords(change)) : '', codeInCell(deciderOf(way))];
    return `| ${cells.join(' | ')} |`;
  });
}

function findingWords({ appearing, disappearing, relevelled }: FindingChange): string {
  const parts = [
    appearing.length > 0 ? `+${appearing.length}` : '', disappearing.length > 0 ? `−${disappearing.length}` : '', relevelled.length > 0 ? `${relevelled.length} at another level` : '',
  ].filter((part) => part !== '');
  const fixable = appearing.filter(({ repair }) => repair === 'safe').length;
  return `${parts.join(', ')}${fixable > 0 ? ` (${fixable} can be repaired)` : ''}`;
}

function findingLines({ appearing, disappearing, relevelled }: FindingChange): string[] {
  const all = [...appearing.map((finding) => ['+', finding] as const), ...disappearing.map((finding) => ['−', finding] as const), ...relevelled.map((finding) => ['~', finding] as const)];
  const rows = all.slice(0, MOST_FINDINGS).map(([mark, { path, span, message }]: readonly [string, Finding]) => `- ${mark} ${code(`${path}:${span.start.line}`)} ${escaped(visible(message))}`);
  return all.length > MOST_FINDINGS ? [...rows, `- and ${count(all.length - MOST_FINDINGS, 'more finding')}`] : rows;
}
