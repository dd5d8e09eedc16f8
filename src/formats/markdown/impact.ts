import type { ChangeCauses } from '../../core/impact/change-cause.js';
import type { FindingChange } from '../../core/impact/finding-changes.js';
import type { RuleChange, WayOfChange } from '../../core/impact/rule-changes.js';
import type { ImpactReport } from '../../core/impact/impact-report.js';
import type { Finding } from '../../core/model/finding.js';
import type { RuleId } from '../../core/model/rule.js';
import { authorText } from '../text/author.js';
import { toldExpectations } from '../text/expectation.js';
import { deciderOf, impactSentence, reasonOf, RELATIONS, toldWays, wayText, type ToldWay } from '../text/impact.js';
import { formatPlace, formatSource } from '../text/origin.js';
import { visible } from '../text/visible.js';
import { count, listed } from '../text/words.js';
import { code, codeInCell, escaped, folded } from './safe.js';
import { fitted, type Section } from './sections.js';

/** The most findings listed per rule: a review is no place for thousands of lines. */
const MOST_FINDINGS = 50;

/** One way in which a rule changes. */
interface TurnedRule extends ToldWay {
  readonly rule: RuleId;
}

/** What a change of rules does, as text for a review (CommonMark, with the tables and folded sections that code hosts support): what gets weaker comes first. @param causes which lines did it, and who wrote them; null if that is not known. */
export function impactMarkdown(report: ImpactReport, causes: ChangeCauses | null): string {
  const turned = report.changes.rules.flatMap(({ rule, ways }) => toldWays(ways).map((told): TurnedRule => ({ rule, ...told })));
  const weaker = turned.filter(({ way }) => way.relation === 'looser');
  const others = turned.filter(({ way }) => way.relation !== 'looser');
  return fitted([
    { heading: [`**${escaped(impactSentence(report))}**`], rows: [''], noun: 'line' },
    weakerSection(weaker, report, causes), expectationSection(report), refusedSection(report), otherSection(others, report, weaker.length > 0),
    reasonSection(report.changes.rules), ...scopeSections(report), findingSection(report), setSection(report),
  ]);
}

function weakerSection(weaker: readonly TurnedRule[], report: ImpactReport, causes: ChangeCauses | null): Section {
  const rows = weaker.map(({ rule, way, files }) => {
    const cells = [codeInCell(rule), escaped(visible(wayText(way))), String(files.length), byWhom(way, causes), escaped(standsAgainst(rule, way, report)), findingCell(report.findings.get(rule))];
    return `| ${cells.join(' | ')} |`;
  });
  return { heading: ['What gets weaker:', '', '| rule | was → is | files | by | what stands against it | findings |', '|---|---|---:|---|---|---|'], rows, noun: 'rule' };
}

/** Who did it, by which line. */
function byWhom(way: WayOfChange, causes: ChangeCauses | null): string {
  const { line = null, author = null } = causes?.get(way) ?? {};
  const where = line === null ? codeInCell(deciderOf(way)) : `${codeInCell(formatPlace(line.place))}${line.fate === 'removed' ? ', removed' : ''}`;
  return author === null ? where : `${escaped(authorText(author))}: ${where}`;
}

/** Guards and expectations that want a rule to stay as it was. */
function standsAgainst(rule: RuleId, { before, after }: WayOfChange, { expectations: { breaking, stillBroken } }: ImpactReport): string {
  const guards = after.guards.flatMap(({ by }) => after.trail[by]?.statement ?? []);
  const kept = new Set(guards.map(formatSource));
  const gone = before.guards.flatMap(({ by }) => before.trail[by]?.statement ?? []).map(formatSource).filter((guard) => !kept.has(guard));
  const expected = [...new Set([...breaking, ...stillBroken].filter((one) => one.rule === rule).map(({ place }) => formatPlace(place)))];
  const parts = [
    gone.length > 0 ? `the guard in ${listed(gone)}, which is gone` : '', kept.size > 0 ? `the guard in ${listed([...kept])}, which allows its own file this` : '',
    expected.length > 0 ? `the expectation in ${listed(expected)}` : '',
  ].filter((part) => part !== '');
  return parts.length === 0 ? 'nothing' : listed(parts);
}

function expectationSection({ expectations }: ImpactReport): Section {
  return { heading: ['Expectations:', ''], rows: toldExpectations(expectations).map(({ text }) => `- ${escaped(text)}`), noun: 'expectation' };
}

/** Rulings that would have changed something, had no guard refused them. */
function refusedSection({ refused }: ImpactReport): Section {
  const rows = refused.map(({ statement, guard, rules, parts, files }) => `- ${code(formatSource(statement))} wants another ${escaped(listed([...parts].map((part) => part.replace('options.', ''))))} for ${escaped(namedRules([...rules]))}; the guard in ${code(formatSource(guard))} refuses it in ${count(files.size, 'file')}`);
  return { heading: ['Refused by guards:', ''], rows, noun: 'ruling' };
}

function namedRules(rules: readonly string[]): string {
  return rules.length > 3 ? `${rules.slice(0, 3).join(', ')} and ${rules.length - 3} more` : listed(rules);
}

function otherSection(others: readonly TurnedRule[], report: ImpactReport, isRest: boolean): Section {
  const rows = others.map(({ rule, way, files }) => `| ${[codeInCell(rule), RELATIONS[way.relation], escaped(visible(wayText(way))), String(files.length), findingCell(report.findings.get(rule)), codeInCell(deciderOf(way))].join(' | ')} |`);
  return { heading: [...(isRest ? ['What else changes:', ''] : []), '| rule | | was → is | files | findings | decided by |', '|---|---|---|---:|---|---|'], rows, noun: 'rule' };
}

function findingCell(change: FindingChange | undefined): string {
  return escaped(change === undefined ? 'no change' : findingWords(change));
}

function reasonSection(rules: readonly RuleChange[]): Section {
  const rows = rules.flatMap(({ rule, ways }) => [...new Set(ways.map(({ after }) => reasonOf(after)).filter((reason) => reason !== null))].map((reason) => `- ${code(rule)}: ${escaped(reason)}`));
  return { heading: ['Reasons given in the layer files:', ''], rows, noun: 'reason' };
}

function scopeSections({ changes }: ImpactReport): Section[] {
  return ([['Files that come into scope', changes.entering], ['Files that leave the scope', changes.leaving]] as const).map(([title, paths]): Section => {
    const shown = paths.slice(0, MOST_FINDINGS).map((path) => `- ${code(path)}`);
    return { heading: [], rows: paths.length === 0 ? [] : [folded(`${title}: ${paths.length}`, paths.length > shown.length ? [...shown, `- and ${paths.length - shown.length} more`] : shown).join('\n')], noun: 'list' };
  });
}

function findingSection({ findings }: ImpactReport): Section {
  const rows = [...findings].sort(([a], [b]) => (a < b ? -1 : 1)).map(([rule, change]) => folded(`${rule}: ${findingWords(change)}`, findingLines(change)).join('\n'));
  return { heading: [], rows, noun: 'rule' };
}

function setSection({ changes, sets }: ImpactReport): Section {
  return { heading: [], rows: changes.rules.length + changes.entering.length + changes.leaving.length > 0 ? [`Rule sets: ${sets.before} before, ${sets.after} after.`] : [], noun: 'line' };
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
