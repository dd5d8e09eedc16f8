import type { Catalog } from '../catalog/catalog.js';
import type { Stack, ZoneCondition } from '../layers/stack.js';
import type { OptionValues } from '../model/option.js';
import type { RuleId } from '../model/rule.js';
import type { DecidedRules, RuleSet, RuleSetting } from '../model/rule-set.js';
import type { Decision } from '../model/statement.js';
import { decideRule, type OrderedStatement } from './decide-rule.js';

/** Decides rules. Each distinct set of statements is computed once, and rule sets with equal settings are one. */
export class Resolver {
  private readonly numbers = new Map<object, number>();
  private readonly decided = new Map<string, DecidedRules>();
  private readonly setsByContent = new Map<string, RuleSet>();

  constructor(private readonly catalog: Catalog) {}

  /** The rules for the files of a directory with `stack` that lie in the `active` zones. */
  decide(stack: Stack, active: readonly ZoneCondition[]): DecidedRules {
    const key = [stack, ...active].map((part) => this.numberOf(part)).join(' ');
    let decided = this.decided.get(key);
    if (decided === undefined) {
      decided = this.compute(stack, new Set(active));
      this.decided.set(key, decided);
    }
    return decided;
  }

  private compute(stack: Stack, active: ReadonlySet<ZoneCondition>): DecidedRules {
    const statements = new Map<RuleId, OrderedStatement[]>(this.catalog.rules.map((rule) => [rule.id, []]));
    for (const block of stack.blocks) {
      if (!block.zones.every((zone) => active.has(zone))) continue;
      for (const { ruling, statement } of block.statements) {
        const ordered = { statement, isCutOff: block.isCutOff };
        for (const rule of this.catalog.select(ruling.selector)) statements.get(rule.id)?.push(ordered);
      }
    }
    const decisions = this.catalog.rules.map((rule) => decideRule(rule, statements.get(rule.id) ?? []));
    return {
      set: this.setOf(decisions),
      decisions: new Map(decisions.map((decision) => [decision.rule, decision])),
    };
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

  private numberOf(part: object): number {
    let number = this.numbers.get(part);
    if (number === undefined) {
      number = this.numbers.size;
      this.numbers.set(part, number);
    }
    return number;
  }
}

function settingOf({ level, options, waivers, fix }: Decision): RuleSetting {
  const values: OptionValues = Object.fromEntries(Object.entries(options).map(([name, option]) => [name, option.value]));
  return { level, options: values, waivers, fix };
}
