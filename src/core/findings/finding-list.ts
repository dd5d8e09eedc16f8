import type { Finding } from '../model/finding.js';
import type { ActiveLevel } from '../model/level.js';
import type { RuleId } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import { EXCUSE, OWN_LEVEL, RULE, WIDTH } from './columns.js';
import type { FileFindings } from './file-findings.js';
import { countsOf, type FindingCounts, type OpenCount } from './finding-counts.js';
import { OpenedFinding, OpenFile } from './opened-finding.js';

/** The findings of one file under its rule set, in text order, excused ones included. */
export interface FindingList {
  /** All of them, one by one. */
  readonly all: readonly Finding[];
  /** Their numbers. */
  readonly counts: FindingCounts;
  /** The open ones of one rule at one level. */
  open(rule: RuleId, level: ActiveLevel): readonly Finding[];
  /** Those that are wanted. */
  select(isWanted: (finding: Finding) => boolean): FindingList;
}

/**
 * The findings of a file, with the levels that its rule set gives them. They are only put together when they are asked for: most
 * runs just count.
 */
export function findingsIn(found: FileFindings, path: string, set: RuleSet): FindingList {
  return new WrittenFindings(found, path, set);
}

/** Findings that have been put together. */
export function listOf(all: readonly Finding[]): FindingList {
  return new PutTogether(all);
}

class PutTogether implements FindingList {
  private known: FindingCounts | null = null;

  constructor(readonly all: readonly Finding[]) {}

  get counts(): FindingCounts {
    return this.known ??= countsOf(this.all);
  }

  open(rule: RuleId, level: ActiveLevel): readonly Finding[] {
    return this.all.filter((finding) => finding.rule === rule && finding.excused === null && finding.level === level);
  }

  select(isWanted: (finding: Finding) => boolean): FindingList {
    const wanted = this.all.filter(isWanted);
    return wanted.length === this.all.length ? this : new PutTogether(wanted);
  }
}

class WrittenFindings implements FindingList {
  private opened: OpenFile | null = null;
  private list: readonly Finding[] | null = null;

  constructor(private readonly found: FileFindings, private readonly path: string, private readonly set: RuleSet) {}

  get all(): readonly Finding[] {
    return this.list ??= Array.from({ length: this.found.size }, (_, index) => new OpenedFinding(this.file, index * WIDTH));
  }

  get counts(): FindingCounts {
    const { rules: ids, open, size } = this.found;
    const rules: OpenCount[] = [];
    for (const [place, own, count, fixable, offered] of open) {
      const [rule, level] = [ids[place] as RuleId, this.file.levelOf(place, own)];
      // What differs only in levels that do not count is one.
      const known = rules.find((one) => one.rule === rule && one.level === level);
      if (known === undefined) rules.push({ rule, level, count, fixable, offered });
      else {
        Object.assign(known, { count: known.count + count, fixable: known.fixable + fixable, offered: known.offered + offered });
      }
    }
    return { rules, excused: size - rules.reduce((sum, { count }) => sum + count, 0), byLedger: 0 };
  }

  open(rule: RuleId, level: ActiveLevel): readonly Finding[] {
    const { rules, numbers, size } = this.found;
    const place = rules.indexOf(rule);
    const open: Finding[] = [];
    for (let at = 0; at < size * WIDTH; at += WIDTH) {
      if (numbers[at + RULE] !== place || numbers[at + EXCUSE] !== 0) continue;
      if (this.file.levelOf(place, numbers[at + OWN_LEVEL] as number) === level) open.push(new OpenedFinding(this.file, at));
    }
    return open;
  }

  select(isWanted: (finding: Finding) => boolean): FindingList {
    const wanted = this.all.filter(isWanted);
    return wanted.length === this.found.size ? this : listOf(wanted);
  }

  private get file(): OpenFile {
    return this.opened ??= new OpenFile(this.path, this.found, this.set);
  }
}
