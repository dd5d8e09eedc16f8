import { groupFindings, type FindingGroup } from '../../core/inspect/group-findings.js';
import { alikeBroken } from '../../core/expectations/broken-expectation.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import { totalsOf, type Totals } from '../../core/inspect/totals.js';
import type { Finding } from '../../core/model/finding.js';
import { deciderText } from '../text/decision.js';
import { brokenText } from '../text/expectation.js';
import { describeIncomplete } from '../text/incomplete.js';
import { formatExcuse, formatPlace } from '../text/origin.js';
import { count, listed } from '../text/words.js';
import { code, codeInCell, escaped } from './safe.js';
import { fitted, type Section } from './sections.js';

/** How many places are listed for each rule. */
const FIRST_PLACES = 5;

/** How many excused findings are listed. */
const MOST_EXCUSED = 50;

/** What was found, as a comment on a review (CommonMark, with tables), of at most 60,000 characters. */
export function checkMarkdown(report: CheckReport): string {
  const groups = groupFindings(report.files, 'rule', false);
  return fitted([
    summaryOf(report, totalsOf(report)),
    expectationsOf(report),
    rulesOf(groups),
    placesOf(groups),
    excusedOf(report),
    incompleteOf(report),
  ]);
}

function summaryOf(
  { since }: CheckReport, { files, clean, error, warning, note, fixable, offered, byWaiver, byLedger }: Totals,
): Section {
  const sum = error + warning + note;
  const levels = Object.entries({ error, warning, note })
    .filter(([, number]) => number > 0)
    .map(([level, number]) => count(number, level));
  const where = since === null ? '' : ` on lines changed since ${escaped(since)}`;
  const excused = [byWaiver > 0 ? `${byWaiver} by waivers` : '', byLedger > 0 ? `${byLedger} by the ledger` : ''].filter((part) =>
    part !== '');
  const apart = [
    fixable > 0 ? `${count(fixable, 'finding')} can be repaired by ${code('elvar fix')}.` : '',
    offered > 0 ? `${offered} more after a look.` : '',
    excused.length > 0 ? `Excused: ${listed(excused)}.` : '',
  ].filter((part) => part !== '');
  const answer = sum === 0
    ? `**No findings${where} in ${count(files, 'file')}.**`
    : `**${count(sum, 'finding')}${where} in ${files - clean} of ${count(files, 'file')}:** ${listed(levels)}.`;
  return { heading: [], rows: [answer, ...(apart.length > 0 ? ['', apart.join(' ')] : [])], noun: 'line' };
}

function expectationsOf({ expectations: { broken } }: CheckReport): Section {
  return {
    heading: ['Expectations that do not hold:', ''],
    rows: alikeBroken(broken).map(
      ({ broken: one, rules }) => `- ${code(formatPlace(one.place))}: ${escaped(brokenText(one, rules))}`,
    ),
    noun: 'expectation',
  };
}

function rulesOf(groups: readonly FindingGroup[]): Section {
  const rows = groups.map(({ rule, level, count: number, lists, deciders }) => {
    const since = [...new Set([...deciders].map(deciderText))];
    const more = since.length > 2 ? ` and ${since.length - 2} more` : '';
    return `| ${codeInCell(rule)} | ${level} | ${number} | ${lists.length} | `
      + `${since.slice(0, 2).map(codeInCell).join(', ')}${more} |`;
  });
  return { heading: ['| rule | level | findings | files | decided by |', '|---|---|---:|---:|---|'], rows, noun: 'rule' };
}

function placesOf(groups: readonly FindingGroup[]): Section {
  const rows = groups.flatMap((group) => firstOf(group).map(
    (finding) => `- ${code(`${finding.path}:${finding.span.start.line}`)} ${escaped(finding.message)} (${code(finding.rule)})`,
  ));
  return { heading: ['First places of each rule:', ''], rows, noun: 'place' };
}

function firstOf({ lists }: FindingGroup): readonly Finding[] {
  const first: Finding[] = [];
  for (const list of lists) {
    first.push(...list().slice(0, FIRST_PLACES - first.length));
    if (first.length >= FIRST_PLACES) break;
  }
  return first;
}

function excusedOf({ files }: CheckReport): Section {
  const excused = files.flatMap(({ findings }) => findings.all.filter((finding) => finding.excused !== null));
  const rows = excused.slice(0, MOST_EXCUSED).map(({ path, span, rule, excused: excuse }) => excuse === null ? '' :
    `- ${code(`${path}:${span.start.line}`)} ${code(rule)}, `
      + `${escaped(formatExcuse(excuse))}${excuse.until === null ? '' : ` until ${excuse.until}`}: `
      + escaped(excuse.because ?? 'no reason given'));
  const rest = excused.length - rows.length;
  return { heading: ['Excused:', ''], rows: rest > 0 ? [...rows, `- and ${rest} more`] : rows, noun: 'excused finding' };
}

function incompleteOf({ incomplete }: CheckReport): Section {
  return {
    heading: ['The answer is incomplete:', ''],
    rows: incomplete.map(({ path, reason }) => `- ${code(path)}: ${escaped(describeIncomplete(reason))}`),
    noun: 'path',
  };
}
