import type { ForeignRule } from '../../core/model/foreign-rule.js';
import type { RuleId } from '../../core/model/rule.js';
import { parseSelector } from '../../core/model/selector.js';
import type { IntakeSource } from './intake-source.js';
import { readIntake, type Intake } from './read-intake.js';

/** The rules of other programs, and what these found. */
export class ForeignRules {
  private logs: Intake | null = null;
  /** Those that are only named. */
  private readonly named = new Map<RuleId, ForeignRule>();

  constructor(private readonly sources: readonly IntakeSource[], private readonly root: string) {}

  /** What other programs found; read once. @throws UsageError if a log is malformed. */
  get intake(): Intake {
    return this.logs ??= readIntake(this.sources, this.root);
  }

  /** The rules that logs have, and those of these selectors that are of a declared concern, whether or not today's logs have them. */
  rulesFor(selectors: readonly string[]): readonly ForeignRule[] {
    if (this.sources.length === 0) return [];
    const concerns = new Set(this.sources.map(({ concern }) => concern));
    const rules = new Map(this.intake.rules.map((rule) => [rule.id, rule]));
    for (const id of selectors) {
      if (parseSelector(id)?.kind !== 'rule' || !concerns.has(id.slice(0, id.indexOf('/'))) || rules.has(id)) continue;
      let rule = this.named.get(id);
      if (rule === undefined) this.named.set(id, (rule = { id, ownIds: [], level: 'warning', title: null, about: null, address: null }));
      rules.set(id, rule);
    }
    return [...rules.values()];
  }
}
