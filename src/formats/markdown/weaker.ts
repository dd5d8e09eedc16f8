import type { ChangeCause, ChangeCauses } from '../../core/impact/change-cause.js';
import { guardsBefore } from '../../core/impact/guards-before.js';
import type { LineAuthor } from '../../core/history/line-authors.js';
import type { ImpactReport } from '../../core/impact/impact-report.js';
import type { WayOfChange } from '../../core/impact/rule-changes.js';
import type { RuleId } from '../../core/model/rule.js';
import { authorText } from '../text/author.js';
import { deciderOf, wayText } from '../text/impact.js';
import { formatPlace, formatSource } from '../text/origin.js';
import { visible } from '../text/visible.js';
import { findingCell } from './finding-change.js';
import { codeInCell, escaped } from './safe.js';
import type { Section } from './sections.js';

/** A rule that one person weakens in one way, by however many lines. */
interface WeakenedRule {
  readonly rule: RuleId;
  /** Was and is, in words. */
  readonly turn: string;
  readonly files: Set<string>;
  readonly lines: Set<string>;
  readonly standing: Set<string>;
}

/**
 * What gets weaker: a table for each commit that did it; what stands against it and what changes findings comes first.
 * @param causes null if nobody knows who did it.
 */
export function weakerSections(report: ImpactReport, causes: ChangeCauses | null): Section[] {
  const expected = expectedIn(report);
  const byAuthor = new Map<string, Map<string, WeakenedRule>>();
  for (const { rule, ways } of report.changes.rules) {
    // Ways that are told in the same words may be different people's doing.
    for (const way of ways.filter(({ relation }) => relation === 'looser')) {
      const cause = causes?.ways.get(way);
      const author = cause === undefined || cause.author === null ? '' : authorText(cause.author);
      const turn = wayText(way);
      const weakened: WeakenedRule = byAuthor.get(author)?.get(`${rule} ${turn}`)
        ?? { rule, turn, files: new Set(), lines: new Set(), standing: new Set() };
      for (const file of way.files) weakened.files.add(file);
      weakened.lines.add(lineOf(way, cause));
      for (const against of [...guardsAgainst(way, author, causes), ...expected.get(rule) ?? []]) weakened.standing.add(against);
      byAuthor.set(author, (byAuthor.get(author) ?? new Map<string, WeakenedRule>()).set(`${rule} ${turn}`, weakened));
    }
  }
  const weight = ({ rule }: WeakenedRule): number => (expected.has(rule) ? 2 : 0) + (report.findings.has(rule) ? 1 : 0);
  const counted = new Set<RuleId>();
  return [...byAuthor].map(([author, rules], index): Section => ({
    heading: [
      ...(index === 0 ? ['What gets weaker:', ''] : []), ...(author === ''
        ? []
        : [author === authorText('uncommitted') ? 'Not committed yet:' : `By ${escaped(author)}`, '']),
      '| rule | was → is | files | by line | what stands against it | findings |', '|---|---|---:|---|---|---|',
    ],
    rows: [...rules.values()]
      .sort((a, b) => weight(b) - weight(a))
      .map((one) => `| ${cellsOf(one, report, counted).join(' | ')} |`),
    noun: 'rule',
  }));
}

/** @param counted the rules whose findings have been told: they are those of all ways in which a rule changes. */
function cellsOf({ rule, turn, files, lines, standing }: WeakenedRule, report: ImpactReport, counted: Set<RuleId>): string[] {
  const findings = counted.has(rule) ? 'counted above' : findingCell(report.findings.get(rule));
  counted.add(rule);
  return [
    codeInCell(rule),
    escaped(visible(turn)),
    String(files.size),
    [...lines].join(', '),
    standing.size === 0 ? 'nothing' : escaped([...standing].join('; ')),
    findings,
  ];
}

/** The line that did it, as code. */
function lineOf(way: WayOfChange, cause: ChangeCause | undefined): string {
  const line = cause?.line ?? null;
  return line === null
    ? codeInCell(deciderOf(way))
    : `${codeInCell(formatPlace(line.place))}${line.fate === 'removed' ? ' (removed)' : ''}`;
}

/** The guards that wanted the rule to stay as it was. @param author who changed the rule, in words. */
function guardsAgainst(way: WayOfChange, author: string, causes: ChangeCauses | null): string[] {
  return guardsBefore(way).map(({ before, after }) => {
    if (after !== null) return `the guard in ${formatSource(after)}, which allows this`;
    return `the guard in ${formatSource(before)} ${removerText(causes?.removedGuards.get(before), author)}`;
  });
}

function removerText(remover: LineAuthor | undefined, author: string): string {
  if (remover === undefined || authorText(remover) === author) return '(removed)';
  return remover === 'uncommitted'
    ? '(removed, not committed yet)'
    : `(removed by ${visible(remover.commit.author)}, ${remover.commit.day})`;
}

/** The expectations that do not hold after the change, by rule. */
function expectedIn({ expectations: { breaking, stillBroken } }: ImpactReport): ReadonlyMap<RuleId, ReadonlySet<string>> {
  const expected = new Map<RuleId, Set<string>>();
  for (const { rule, place } of [...breaking, ...stillBroken]) {
    expected.set(rule, (expected.get(rule) ?? new Set<string>()).add(`the expectation in ${formatPlace(place)}`));
  }
  return expected;
}
