import type { Relation, RuleDifference } from '../../core/compare/compare-rules.js';
import { FREEDOMS } from '../../core/model/freedom.js';
import type { CompareReport } from '../../core/compare/compare-report.js';
import type { Decision } from '../../core/model/statement.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { deciderText, levelText, sourceAt } from '../../formats/text/decision.js';
import { formatValue } from '../../formats/text/origin.js';
import { count, listed, table } from './table.js';

const TITLES: Readonly<Record<Relation, string>> = { stricter: 'Stricter', looser: 'Looser', different: 'Different' };

/** What is stricter, looser or just different on the second side, with the origins on both. */
export function viewCompare({ first, second, differences }: CompareReport, style: Style): string {
  const [one, two] = [visible(first.name), visible(second.name)];
  const missing = [first, second].filter(({ exists }) => !exists).map(({ name }) =>
    `${style.level('warning', `There is nothing at ${visible(name)} yet`)}: compared are the rules for a new file there.`);
  if (differences.length === 0) return `${[...missing, style.good(`${one} and ${two} have the same rules.`)].join('\n')}\n`;
  const relations = (['stricter', 'looser', 'different'] as const)
    .map((relation) => ({ relation, own: differences.filter((difference) => difference.relation === relation) }))
    .filter(({ own }) => own.length > 0);
  const verb = differences.length === 1 ? 'differs' : 'differ';
  const counts = relations.map(({ relation, own }) => `${own.length} ${relation === 'different' ? 'different' : relation}`);
  const lines = [
    ...missing,
    style.strong(`${count(differences.length, 'rule')} ${verb} for ${two}, against ${one}: ${listed(counts)}.`),
  ];
  for (const { relation, own } of relations) {
    lines.push('', `${TITLES[relation]} for ${style.name(two)}`);
    for (const difference of own) {
      lines.push(`  ${style.strong(difference.rule)}`, ...table(sideRows(difference, one, two, style), '    '));
    }
  }
  return `${lines.join('\n')}\n`;
}

function sideRows(difference: RuleDifference, one: string, two: string, style: Style): string[][] {
  return [[one, difference.first] as const, [two, difference.second] as const].map(([name, decision]) => [
    levelText(decision, style.level),
    difference.options.map((option) => `${option} ${formatValue(decision.options[option]?.value ?? '')}`).join(' · '),
    FREEDOMS.filter((freedom) => decision[freedom] === 'refuse').map((freedom) => `${freedom} refused`).join(' · '),
    style.name(name),
    style.faint(`since ${listed(originsOf(decision, difference.options))}`),
  ]);
}

/** The places that decided the level and each differing option, each once. */
function originsOf(decision: Decision, names: readonly string[]): string[] {
  const { options, trail } = decision;
  return [...new Set([deciderText(decision), ...names.map((name) => sourceAt(trail, options[name]?.by ?? 0))])];
}
