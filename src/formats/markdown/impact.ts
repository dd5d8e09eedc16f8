import type { ChangeCauses } from '../../core/impact/change-cause.js';
import type { RuleChange } from '../../core/impact/rule-changes.js';
import type { ImpactReport } from '../../core/impact/impact-report.js';
import { toldExpectations } from '../text/expectation.js';
import { deciderOf, impactSentence, reasonOf, RELATIONS, toldWays, wayText } from '../text/impact.js';
import { refusalText } from '../text/refusal.js';
import { visible } from '../text/visible.js';
import { listedUpTo } from '../text/words.js';
import { findingCell, findingLines, findingWords } from './finding-change.js';
import { code, codeInCell, escaped, folded } from './safe.js';
import { fitted, type Section } from './sections.js';
import { weakerSections } from './weaker.js';

/** The most paths listed that come into scope, or leave it. */
const MOST_PATHS = 50;

/** The most rules named where many are meant. */
const MOST_NAMED = 3;

/**
 * What a change of rules does, as text for a review (CommonMark, with the tables and folded sections that code hosts support):
 * what gets weaker comes first.
 * @param causes which lines did it, and who wrote them; null if that is not known.
 */
export function impactMarkdown(report: ImpactReport, causes: ChangeCauses | null): string {
  const weaker = weakerSections(report, causes);
  return fitted([
    { heading: [], rows: [`**${escaped(impactSentence(report))}**`], noun: 'line' },
    ...weaker, expectationSection(report), refusedSection(report), otherSection(report, weaker.length > 0), ...scopeSections(
      report,
    ),
    reasonSection(report.changes.rules), findingSection(report), setSection(report),
  ]);
}

function expectationSection({ expectations }: ImpactReport): Section {
  return {
    heading: ['Expectations:', ''],
    rows: toldExpectations(expectations).map(({ what, text, because }) =>
      `- ${escaped(`${what}: ${text}`)}${because === null ? '' : ` The reason for it: ${escaped(because)}.`}`),
    noun: 'expectation',
  };
}

/** Rulings that would have changed something, had no guard refused them. */
function refusedSection({ refused }: ImpactReport): Section {
  return {
    heading: ['Refused by guards, so without effect:', ''],
    rows: refused.map((one) => `- ${escaped(refusalText(one))}`),
    noun: 'ruling',
  };
}

/** What gets stricter, or is not comparable. */
function otherSection({ changes, findings }: ImpactReport, isRest: boolean): Section {
  const rows = changes.rules.flatMap(({ rule, ways }) =>
    toldWays(ways.filter(({ relation }) => relation !== 'looser')).map(({ way, files }) => {
      const cells = [
        codeInCell(rule),
        RELATIONS[way.relation],
        escaped(visible(wayText(way))),
        String(files.length),
        findingCell(findings.get(rule)),
        codeInCell(deciderOf(way)),
      ];
      return `| ${cells.join(' | ')} |`;
    }));
  return {
    heading: [
      ...(isRest ? ['What else changes:', ''] : []),
      '| rule | | was → is | files | findings | decided by |',
      '|---|---|---|---:|---|---|',
    ],
    rows,
    noun: 'rule',
  };
}

/** Each reason once, with the rules that it is given for. */
function reasonSection(rules: readonly RuleChange[]): Section {
  const byReason = new Map<string, Set<string>>();
  for (const { rule, ways } of rules) {
    for (const { after } of ways) {
      const reason = reasonOf(after);
      if (reason !== null) byReason.set(reason, (byReason.get(reason) ?? new Set<string>()).add(rule));
    }
  }
  return {
    heading: ['Reasons given in the layer files:', ''],
    rows: [...byReason].map(([reason, named]) => `- ${escaped(listedUpTo(MOST_NAMED, [...named], 'rule'))}: ${escaped(reason)}`),
    noun: 'reason',
  };
}

function scopeSections({ changes }: ImpactReport): Section[] {
  return ([
    ['Files that come into scope', changes.entering],
    ['Files that leave the scope', changes.leaving],
  ] as const).map(([title, paths]): Section => {
    const shown = paths.slice(0, MOST_PATHS).map((path) => `- ${code(path)}`);
    return {
      heading: [],
      rows: paths.length === 0
        ? []
        : [folded(
          `${title}: ${paths.length}`,
          paths.length > shown.length ? [...shown, `- and ${paths.length - shown.length} more`] : shown,
        ).join('\n')],
      noun: 'list',
    };
  });
}

function findingSection({ findings }: ImpactReport): Section {
  const rows = [...findings]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([rule, change]) => folded(`${rule}: ${findingWords(change)}`, findingLines(change)).join('\n'));
  return { heading: [], rows, noun: 'rule' };
}

function setSection({ changes, sets }: ImpactReport): Section {
  return {
    heading: [],
    rows: changes.rules.length + changes.entering.length + changes.leaving.length > 0
      ? [`Rule sets: ${sets.before} before, ${sets.after} after.`]
      : [],
    noun: 'line',
  };
}
