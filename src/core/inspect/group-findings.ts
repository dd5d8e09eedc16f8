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
  /** One list per file, as found: of hundreds of thousands of findings only a few are shown. */
  readonly lists: (readonly Finding[])[];
  /** How many findings the lists hold in all; every group has one. */
  count: number;
  /** Each once, in the order of the files. */
  readonly deciders: Set<Decision>;
}

/** The open findings in groups: rules ordered by level, files and directories as encountered. @param isBusiestFirst whether the number of findings decides the order. */
export function groupFindings(files: CheckReport['files'], groupBy: Grouping, isBusiestFirst: boolean): FindingGroup[] {
  const groups = [...groupsOf(files, groupBy).values()];
  if (isBusiestFirst) return groups.sort((a, b) => b.count - a.count || (a.key < b.key ? -1 : 1));
  return groupBy === 'rule' ? groups.sort(compareRules) : groups;
}

/** The first finding of a group. */
export function firstOf({ lists }: FindingGroup): Finding {
  return lists[0]?.[0] as Finding;
}

function groupsOf(files: CheckReport['files'], groupBy: Grouping): Map<string, FindingGroup> {
  const groups = new Map<string, FindingGroup>();
  const groupFor = (key: string): FindingGroup => {
    const group = groups.get(key) ?? { key, lists: [], count: 0, deciders: new Set() };
    groups.set(key, group);
    return group;
  };
  for (const { file: { path, findings, rules: { decisions } }, rules } of talliesOf(files)) {
    for (const { rule, level, findings: own } of rules) {
      const group = groupFor(groupBy === 'rule' ? `${level} ${rule}` : groupBy === 'file' ? path : directoryOf(path));
      const decision = decisions.get(rule);
      if (decision !== undefined) group.deciders.add(decision);
      if (groupBy === 'rule') addList(group, own);
    }
    // The findings of a place keep the order of the text.
    if (groupBy === 'rule' || rules.length === 0) continue;
    addList(groupFor(groupBy === 'file' ? path : directoryOf(path)), findings.filter(({ excused }) => excused === null));
  }
  return groups;
}

function addList(group: FindingGroup, findings: readonly Finding[]): void {
  group.lists.push(findings);
  group.count += findings.length;
}

function compareRules(a: FindingGroup, b: FindingGroup): number {
  const [first, second] = [firstOf(a), firstOf(b)];
  return LEVELS.indexOf(first.level) - LEVELS.indexOf(second.level) || b.count - a.count || (first.rule < second.rule ? -1 : 1);
}
