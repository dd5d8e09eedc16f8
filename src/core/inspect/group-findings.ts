import { directoryOf } from '../base/directory-of.js';
import type { Finding } from '../model/finding.js';
import { LEVELS } from '../model/level.js';
import type { Decision } from '../model/statement.js';
import type { CheckReport } from './check-report.js';
import { talliesOf } from './tally.js';

/** The ways to group findings. */
export const GROUPINGS = ['rule', 'file', 'directory'] as const;

/** One of {@link GROUPINGS}. */
export type Grouping = (typeof GROUPINGS)[number];

/** Open findings that belong together, with the decisions behind their levels. */
export interface FindingGroup {
  /** The path of the file or the directory; for a rule, its level and id. */
  readonly key: string;
  /** The rule and the level of the first of its findings. */
  readonly rule: Finding['rule'];
  readonly level: Finding['level'];
  /** The files, with a way to their findings: of hundreds of thousands only a few are shown. */
  readonly lists: (() => readonly Finding[])[];
  /** How many findings there are in all; every group has one. */
  count: number;
  /** Each once, in the order of the files. */
  readonly deciders: Set<Decision>;
}

/**
 * The open findings in groups: rules ordered by level, files and directories as encountered.
 * @param isBusiestFirst whether the number of findings decides the order.
 */
export function groupFindings(files: CheckReport['files'], groupBy: Grouping, isBusiestFirst: boolean): FindingGroup[] {
  const groups = [...groupsOf(files, groupBy).values()];
  if (isBusiestFirst) return groups.sort((a, b) => b.count - a.count || (a.key < b.key ? -1 : 1));
  return groupBy === 'rule' ? groups.sort(compareRules) : groups;
}

function groupsOf(files: CheckReport['files'], groupBy: Grouping): Map<string, FindingGroup> {
  const groups = new Map<string, FindingGroup>();
  for (const { file, rules, open } of talliesOf(files)) {
    const place = groupBy === 'file' ? file.path : directoryOf(file.path);
    for (const one of rules) {
      const { rule, level } = one;
      const key = groupBy === 'rule' ? `${level} ${rule}` : place;
      const group = groups.get(key) ?? { key, rule, level, lists: [], count: 0, deciders: new Set() };
      groups.set(key, group);
      const decision = file.rules.decisions.get(rule);
      if (decision !== undefined) group.deciders.add(decision);
      if (groupBy === 'rule') addList(group, one.count, () => file.findings.open(one.rule, one.level));
    }
    // The findings of a place keep the order of the text.
    const group = groups.get(place);
    if (groupBy !== 'rule' && open > 0 && group !== undefined) {
      addList(group, open, () => file.findings.all.filter(({ excused }) => excused === null));
    }
  }
  return groups;
}

function addList(group: FindingGroup, count: number, list: () => readonly Finding[]): void {
  group.lists.push(list);
  group.count += count;
}

function compareRules(a: FindingGroup, b: FindingGroup): number {
  return LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level) || b.count - a.count || (a.rule < b.rule ? -1 : 1);
}
