import type { Catalog } from '../catalog/catalog.js';
import type { SelectingStatement, Stack, ZoneCondition } from '../layers/stack.js';
import { letsThrough, type AdoptionFilter } from '../model/layer.js';
import type { OptionValues } from '../model/option.js';
import type { RuleId } from '../model/rule.js';
import type { DecidedRules, RuleSet, RuleSetting } from '../model/rule-set.js';
import type { Decision } from '../model/statement.js';
import { decideRule, type OrderedStatement } from './decide-rule.js';

/** Decides rules. Each distinct set of statements is computed once, and rule sets with equal settings are one. */
export class Resolver {
  private readonly numbers = new Map<ZoneCondition, number>();
  /** By the stack, then by the zones that are active. */
  private readonly decided = new Map<Stack, Map<string, DecidedRules>>();
  private readonly setsByContent = new Map<string, RuleSet>();

  /**
   * @param today the day on which statements expire or not, as YYYY-MM-DD.
   * @param commandLine statements that come after all layers.
   */
  constructor(private readonly catalog: Catalog, private readonly today: string, private readonly commandLine: readonly SelectingStatement[]) {}

  /** The rules for the files of a directory with `stack` that lie in the `active` zones. */
  decide(stack: Stack, active: readonly ZoneCondition[]): DecidedRules {
    let ofStack = this.decided.get(stack);
    if (ofStack === undefined) this.decided.set(stack, (ofStack = new Map()));
    const key = active.length === 0 ? '' : active.map((zone) => this.numberOf(zone)).join(' ');
    let decided = ofStack.get(key);
    if (decided === undefined) ofStack.set(key, (decided = this.compute(stack, new Set(active))));
    return decided;
  }

  private compute(stack: Stack, active: ReadonlySet<ZoneCondition>): DecidedRules {
    const statements = new Map<RuleId, OrderedStatement[]>(this.catalog.rules.map((rule) => [rule.id, []]));
    for (const { zones, filters, statements: own, isCutOff } of stack.blocks) {
      if (!zones.every((zone) => active.has(zone))) continue;
      this.distribute(own, filters, isCutOff, statements);
    }
    this.distribute(this.commandLine, [], false, statements);
    const decisions = this.catalog.rules.map((rule) => decideRule(rule, statements.get(rule.id) ?? [], this.today));
    return {
      set: this.setOf(decisions),
      decisions: new Map(decisions.map((decision) => [decision.rule, decision])),
    };
  }

  /** Gives each rule the statements about it that all filters let through. */
  private distribute(
    own: readonly SelectingStatement[],
    filters: readonly AdoptionFilter[],
    isCutOff: boolean,
    statements: ReadonlyMap<RuleId, OrderedStatement[]>,
  ): void {
    for (const { selector, statement } of own) {
      const ordered = { statement, isCutOff };
      for (const rule of this.catalog.select(selector)) {
        if (filters.every((filter) => letsThrough(filter, rule))) statements.get(rule.id)?.push(ordered);
      }
    }
  }

  private setOf(decisions: readonly Decision[]): RuleSet {
    const rules = new Map(decisions.map((decision) => [decision.rule, settingOf(decision)]));
    const content = JSON.stringify([...rules.values()].map(({ level, options, waivers, fix }) => [level, options, waivers, fix]));
    let set = this.setsByContent.get(content);
    if (set === undefined) {
      set = { id: `set-${this.setsByContent.size + 1}`, rules };
      this.setsByContent.set(content, set);
    }
    return set;
  }

  private numberOf(zone: ZoneCondition): number {
    let number = this.numbers.get(zone);
    if (number === undefined) {
      number = this.numbers.size;
      this.numbers.set(zone, number);
    }
    return number;
  }
}

function settingOf({ level, options, waivers, fix }: Decision): RuleSetting {
  const values: OptionValues = Object.fromEntries(Object.entries(options).map(([name, option]) => [name, option.value]));
  return { level, options: values, waivers, fix };
}
