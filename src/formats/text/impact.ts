import type { FindingChange } from '../../core/impact/finding-changes.js';
import type { WayOfChange } from '../../core/impact/rule-changes.js';
import type { Relation } from '../../core/compare/compare-rules.js';
import { keptUpTo } from '../../core/cascade/keeps-levels.js';
import { FREEDOMS } from '../../core/model/freedom.js';
import type { Finding } from '../../core/model/finding.js';
import type { Level } from '../../core/model/level.js';
import type { ImpactReport } from '../../core/impact/impact-report.js';
import type { Decision } from '../../core/model/statement.js';
import { deciderText, levelText } from './decision.js';
import { formatSource, formatValue } from './origin.js';
import { count, listed } from './words.js';

/** How a rule compares with before, in words. */
export const RELATIONS: Readonly<Record<Relation, string>> = { stricter: 'tightened', looser: 'loosened', different: 'changed' };

/** What a change of rules does, in one sentence. */
export function impactSentence({ changes, findings, inScope: { length: files } }: ImpactReport): string {
  const { rules, touched, entering, leaving } = changes;
  if (rules.length + entering.length + leaving.length === 0) {
    return files === 1 ? 'Nothing changes for the only file.' : `Nothing changes for any of ${count(files, 'file')}.`;
  }
  const byRelation = (['stricter', 'looser', 'different'] as const).flatMap((relation) => {
    const number = rules.filter((rule) => rule.relation === relation).length;
    return number === 0 ? [] : [`${count(number, 'rule')} ${number === 1 ? 'is' : 'are'} ${RELATIONS[relation]}`];
  });
  const scope = [
    entering.length > 0 ? `${count(entering.length, 'file')} ${entering.length === 1 ? 'comes' : 'come'} into scope` : '',
    leaving.length > 0
      ? `${count(leaving.length, 'file')} ${leaving.length === 1 ? 'leaves' : 'leave'} `
        + (entering.length > 0 ? 'it' : 'the scope')
      : '',
  ];
  const what = listed([...byRelation, ...scope].filter((part) => part !== ''));
  return `${what}${touched.length > 0 ? `, for ${touched.length} of ${count(files, 'file')}` : ''}: `
    + `${findingSentence([...findings.values()])}.`;
}

/** What happens to findings, in words. */
export function findingSentence(changes: readonly FindingChange[]): string {
  const sum = (part: keyof FindingChange): Finding[] => changes.flatMap((change) => change[part]);
  const [appearing, disappearing, relevelled] = [sum('appearing'), sum('disappearing'), sum('relevelled')];
  const fixable = appearing.filter(({ repair }) => repair === 'safe').length;
  const parts = [
    appearing.length > 0
      ? `${count(appearing.length, 'finding')} `
        + `${appearing.length === 1 ? 'appears' : 'appear'}${fixable > 0 ? ` (${fixable} can be repaired)` : ''}`
      : '',
    disappearing.length > 0
      ? `${appearing.length > 0 ? disappearing.length : count(disappearing.length, 'finding')} `
        + (disappearing.length === 1 ? 'disappears' : 'disappear')
      : '',
    relevelled.length > 0
      ? `${appearing.length + disappearing.length > 0 ? relevelled.length : count(relevelled.length, 'finding')} `
        + `${relevelled.length === 1 ? 'changes' : 'change'} level`
      : '',
  ].filter((part) => part !== '');
  return parts.length === 0 ? 'no findings appear or disappear' : listed(parts);
}

/** A rule's setting before and after. */
export function wayText(
  { before, after }: Pick<WayOfChange, 'before' | 'after'>, level: (level: Level) => string = (text) => text,
): string {
  const areAlike = before.level === after.level && keptUpTo(before) === keptUpTo(after);
  const parts = areAlike ? [level(after.level)] : [`${levelText(before, level)} → ${levelText(after, level)}`];
  if (before.level !== 'off' && after.level !== 'off') {
    for (const [name, { value }] of Object.entries(after.options)) {
      const old = before.options[name]?.value;
      if (JSON.stringify(old) !== JSON.stringify(value)) {
        parts.push(`${name} ${old === undefined ? 'not set' : formatValue(old)} → ${formatValue(value)}`);
      }
    }
  }
  for (const part of FREEDOMS) if (before[part] !== after[part]) parts.push(`${part} ${before[part]} → ${after[part]}`);
  return parts.join(', ');
}

/** The line that decides what is different now; if none does any more, the line that did. */
export function deciderOf({ before, after }: Pick<WayOfChange, 'before' | 'after'>): string {
  const levels = before.level === after.level ? [] : [originOf(after, after.by)];
  const changed = Object.entries(after.options).filter(([name, { value }]) =>
    JSON.stringify(before.options[name]?.value) !== JSON.stringify(value));
  const all = [...levels, ...changed.map(([name, { by }]) => originOf(after, by, name))];
  const deciders = [...new Set(all.length === 0 ? [originOf(after, after.by)] : all)];
  return deciders.every((decider) => decider === null)
    ? `no line any more; before, ${originOf(before, before.by) ?? 'the catalog'}`
    : listed(deciders.map((decider) => decider ?? 'the catalog'));
}

function originOf(decision: Decision, index: number, option: string | null = null): string | null {
  const statement = decision.trail[index]?.statement;
  if (statement === undefined || (statement.kind === 'catalog' && (option !== null || decision.level === 'off'))) return null;
  if (option === null) return index === decision.by ? deciderText(decision) : formatSource(statement);
  const place = statement.options.find(({ name }) => name === option)?.place ?? statement.place;
  return formatSource(statement.place === null ? statement : { ...statement, place });
}

/** The reason given at the line that now decides the level. */
export function reasonOf({ trail, by }: Decision): string | null {
  const statement = trail[by]?.statement;
  return statement?.because ?? statement?.zone?.because ?? null;
}

/**
 * One way of change in words, with all files that the words apply to: rule sets may differ in details that the words leave out.
 */
interface ToldWay {
  readonly way: WayOfChange;
  readonly files: readonly string[];
}

/** The ways in which a rule changes, each described once, most files first. */
export function toldWays(ways: readonly WayOfChange[]): ToldWay[] {
  const told = new Map<string, { way: WayOfChange; files: string[] }>();
  for (const way of ways) {
    const words = [RELATIONS[way.relation], wayText(way), deciderOf(way), reasonOf(way.after) ?? ''].join('\0');
    const same = told.get(words);
    if (same === undefined) told.set(words, { way, files: [...way.files] });
    else same.files.push(...way.files);
  }
  return [...told.values()]
    .map(({ way, files }) => ({ way, files: files.sort() }))
    .sort((a, b) => b.files.length - a.files.length);
}
