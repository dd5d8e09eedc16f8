import type { FindingChange } from '../../core/impact/finding-changes.js';
import type { Relation } from '../../core/compare/compare-rules.js';
import type { RuleChange } from '../../core/impact/rule-changes.js';
import type { Finding } from '../../core/model/finding.js';
import type { ImpactReport } from '../../core/impact/impact-report.js';
import { deciderOf, impactSentence, reasonOf, RELATIONS, toldWays, wayText } from '../../formats/text/impact.js';
import type { Style } from '../terminal.js';
import { refusalText } from '../../formats/text/refusal.js';
import { visible } from '../../formats/text/visible.js';
import { viewExpectations } from './expectations.js';
import { countByDirectory, foldFiles } from './fold-files.js';
import { count, table } from './table.js';

/** How many findings and places are shown per rule, unless all are asked for. */
const MOST_SAMPLES = 3;
const MOST_PLACES = 4;

/** The most rows of rules without a finding. */
const MOST_QUIET = 12;

/** What a change of rules does: the answer in a sentence, then rule by rule. */
export function viewImpact(report: ImpactReport, all: boolean, style: Style): string {
  const { changes, findings, sets, inScope } = report;
  const lines = [
    style.strong(impactSentence(report)),
    ...viewExpectations(report.expectations, style),
    ...report.refused.map((one) => style.level('warning', refusalText(one))),
  ];
  if (changes.rules.length + changes.entering.length + changes.leaving.length === 0) return `${lines.join('\n')}\n`;
  lines.push(style.faint(`Rule sets: ${sets.before} before, ${sets.after} after.`));
  for (const [one, many, paths] of [
    ['comes into scope', 'come into scope', changes.entering],
    ['leaves the scope', 'leave the scope', changes.leaving],
  ] as const) {
    if (paths.length > 0) lines.push(
      '',
      `${count(paths.length, 'file')} ${paths.length === 1 ? one : many}`,
      ...placeLines(paths, [...inScope, ...changes.leaving], all, style).map((line) => `  ${line}`),
    );
  }
  const byWeight = changes.rules.toSorted((a, b) => weightOf(findings.get(b.rule)) - weightOf(findings.get(a.rule)));
  for (const change of byWeight.filter(({ rule }) => findings.has(rule))) {
    lines.push('', ...viewRule(change, findings.get(change.rule), { all, inScope }, style));
  }
  lines.push(...viewQuietRules(byWeight.filter(({ rule }) => !findings.has(rule)), all, style));
  const others = [...findings].filter(([rule]) => !changes.rules.some((change) => change.rule === rule));
  for (const [rule, change] of others) lines.push('', style.strong(rule), ...viewFindings(change, all, style));
  return `${lines.join('\n')}\n`;
}

function weightOf(change: FindingChange | undefined): number {
  return change === undefined ? 0 : change.appearing.length + change.disappearing.length + change.relevelled.length;
}

/** Rules whose change adds and removes no finding, one line each. */
function viewQuietRules(changes: readonly RuleChange[], all: boolean, style: Style): string[] {
  if (changes.length === 0) return [];
  const rows = changes.flatMap(({ rule, ways }) => toldWays(ways).map(({ way, files }) => [
    relationText(way.relation, style),
    style.strong(rule),
    wayText(way, (level) => style.level(level)),
    count(files.length, 'file'),
    style.faint(`by ${deciderOf(way)}`),
  ]));
  const shown = all ? rows : rows.slice(0, MOST_QUIET);
  const more = rows.length - shown.length;
  return [
    '',
    `Without any effect on findings: ${count(changes.length, 'rule')}`,
    ...table(shown),
    ...(more > 0 ? [`  ${style.faint(`and ${more} more; --all lists them`)}`] : []),
  ];
}

function relationText(relation: Relation, style: Style): string {
  return relation === 'looser' ? style.good(RELATIONS[relation]) : style.level('warning', RELATIONS[relation]);
}

function viewRule(
  { rule, relation, ways }: RuleChange,
  change: FindingChange | undefined,
  { all, inScope }: { readonly all: boolean; readonly inScope: readonly string[] },
  style: Style,
): string[] {
  const files = ways.reduce((sum, way) => sum + way.files.length, 0);
  const lines = [`${relationText(relation, style)}  ${style.strong(rule)}  ${style.faint(count(files, 'file'))}`];
  for (const { way, files: own } of toldWays(ways)) {
    lines.push(`  ${wayText(way, (level) => style.level(level))}  ${style.faint(`by ${deciderOf(way)}`)}`);
    const because = reasonOf(way.after);
    if (because !== null) lines.push(`    ${style.faint(`because ${visible(because)}`)}`);
    lines.push(...placeLines(own, inScope, all, style).map((line) => `    ${line}`));
  }
  return [
    ...lines,
    ...(change === undefined ? [`  ${style.faint('no findings appear or disappear')}`] : viewFindings(change, all, style)),
  ];
}

/** A directory stands for its files if it holds all that change. */
function placeLines(files: readonly string[], inScope: readonly string[], all: boolean, style: Style): string[] {
  const folded = foldFiles(files, countByDirectory(inScope));
  const shown = all ? folded : folded.slice(0, MOST_PLACES);
  const more = folded.length - shown.length;
  const places = shown.map(({ path, files: number }) =>
    style.name(visible(path)) + (number > 1 ? style.faint(` (${number})`) : ''));
  return [`${places.join('  ')}${more > 0 ? style.faint(`  and ${more} more`) : ''}`];
}

function viewFindings({ appearing, disappearing, relevelled }: FindingChange, all: boolean, style: Style): string[] {
  const section = (mark: string, findings: readonly Finding[], words: string): string[] => {
    if (findings.length === 0) return [];
    const shown = all ? findings : findings.slice(0, MOST_SAMPLES);
    const rows = table(
      shown.map(
        ({ path, span: { start }, message }) => [style.name(visible(`${path}:${start.line}:${start.column}`)), visible(message)],
      ),
      '    ',
    );
    const fixable = findings.filter(({ repair }) => repair === 'safe').length;
    const repair = fixable > 0 && mark === '+' ? `, ${fixable} can be repaired` : '';
    return [`  ${mark} ${count(findings.length, 'finding')} ${words}${repair}`, ...rows, ...(shown.length < findings.length
      ? [`    ${style.faint(`and ${findings.length - shown.length} more; --all lists them`)}`]
      : [])];
  };
  return [
    ...section('+', appearing, appearing.length === 1 ? 'appears' : 'appear'),
    ...section('−', disappearing, disappearing.length === 1 ? 'disappears' : 'disappear'),
    ...section('~', relevelled, relevelled.length === 1 ? 'changes level' : 'change level'),
  ];
}
