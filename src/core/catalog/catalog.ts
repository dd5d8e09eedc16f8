import * as z from 'zod';
import type { OptionDeclaration } from '../model/option.js';
import type { OptionType } from '../model/option-type.js';
import type { Rule } from '../finders/rule.js';
import type { RuleId } from '../model/rule.js';
import { selects, type Selector } from '../model/selector.js';

/** The rules there are. */
export class Catalog {
  /** Sorted by id. */
  readonly rules: readonly Rule[];
  private readonly byId: ReadonlyMap<RuleId, Rule>;
  /** Keyed by the selector object: each ruling has one, and looks it up for every rule set that it is part of. */
  private readonly selections = new WeakMap<Selector, readonly Rule[]>();

  /** @throws Error when two rules have one id. */
  constructor(rules: readonly Rule[]) {
    this.rules = [...rules].sort((a, b) => (a.id < b.id ? -1 : 1));
    this.byId = new Map(this.rules.map((rule) => [rule.id, rule]));
    if (this.byId.size !== rules.length) throw new Error('two rules of the catalog have the same id');
  }

  /** This catalog with more rules in it. @throws Error when one of them is in it already. */
  with(rules: readonly Rule[]): Catalog {
    return rules.length === 0 ? this : new Catalog([...this.rules, ...rules]);
  }

  /** The rule with this id. */
  get(id: RuleId): Rule | undefined {
    return this.byId.get(id);
  }

  /** The rules a selector is about, sorted by id; empty when there is none. */
  select(selector: Selector): readonly Rule[] {
    let selection = this.selections.get(selector);
    if (selection === undefined) {
      selection = this.rules.filter((rule) => selects(selector, rule));
      this.selections.set(selector, selection);
    }
    return selection;
  }
}

/**
 * Reads the type of an option off its schema, so that it is declared once.
 * @throws Error when the schema is of a form that options do not have.
 */
export function optionType(declaration: OptionDeclaration): OptionType {
  const { type, enum: choices, minimum, maximum } = z.toJSONSchema(declaration.schema);
  if (choices !== undefined) return { type: 'choice', choices: choices.map(String) };
  switch (type) {
    case 'integer':
      return {
        type: 'number', ...(minimum !== undefined && { least: minimum }), ...(maximum !== undefined && { most: maximum }),
      };
    case 'boolean':
    case 'string':
      return { type };
    case 'array':
      return { type: 'list' };
    default:
      throw new Error(`an option cannot be of the type ${String(type)}`);
  }
}
