import { UNTITLED } from '../../core/intake/rule-name.js';
import type { ForeignRule } from '../../core/model/foreign-rule.js';
import type { HouseRule } from '../../core/model/house-rule.js';
import type { Problem } from '../../core/model/problem.js';
import type { RuleId } from '../../core/model/rule.js';
import { parseSelector } from '../../core/model/selector.js';
import type { IntakeSource } from './intake-source.js';
import type { Intake } from './read-intake.js';

/** Reads logs, or remembers what they said. @throws UsageError if one is malformed. */
export type ReadLogs = (sources: readonly IntakeSource[], root: string) => Intake;

/** The rules of other programs, and what these found. */
export class ForeignRules {
  private logs: Intake | null = null;
  /** The concerns of these rules. */
  readonly concerns: ReadonlySet<string>;
  /** Rules that no log has: those that layer files or questions name, and one of each concern for what has no id. */
  private readonly named = new Map<RuleId, ForeignRule>();

  constructor(readonly sources: readonly IntakeSource[], private readonly root: string, private readonly read: ReadLogs) {
    this.concerns = new Set(sources.map(({ concern }) => concern));
  }

  /** What other programs found; read once. @throws UsageError if a log is malformed. */
  readLogs(): Intake {
    return this.logs ??= this.read(this.sources, this.root);
  }

  /** Whether a selector is about a declared concern or one of its rules, whether or not today's logs have it. */
  knows(selector: string): boolean {
    return this.concerns.has(selector.slice(0, selector.indexOf('/'))) && parseSelector(selector)?.kind !== 'tag';
  }

  /** House rules with the concern of another program, as problems: nobody could tell whose rule an id is. */
  sharedWith(houseRules: readonly HouseRule[]): Problem[] {
    return houseRules.filter(({ id }) => this.knows(id)).map(({ id, place }) => ({
      file: place.file, place, detail: { code: 'intake-concern', concern: id.slice(0, id.indexOf('/')), why: 'house' },
    }));
  }

  /**
   * The rules that logs have, and those of these selectors that are of a declared concern.
   * @param selectorsOf is only asked if there are logs.
   */
  rulesFor(selectorsOf: () => readonly string[]): readonly ForeignRule[] {
    if (this.sources.length === 0) return [];
    const rules = new Map(this.readLogs().rules.map((rule) => [rule.id, rule]));
    const wanted = selectorsOf().filter((selector) => this.knows(selector) && parseSelector(selector)?.kind === 'rule');
    for (const id of [...wanted, ...[...this.concerns].map((concern) => `${concern}/${UNTITLED}`)]) {
      if (!rules.has(id)) rules.set(id, this.ruleNamed(id));
    }
    return [...rules.values()];
  }

  private ruleNamed(id: RuleId): ForeignRule {
    let rule = this.named.get(id);
    if (rule === undefined) {
      this.named.set(id, (rule = { id, ownIds: [], level: 'warning', title: null, about: null, address: null }));
    }
    return rule;
  }
}
