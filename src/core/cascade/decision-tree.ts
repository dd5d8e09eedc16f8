import type { Rule } from '../model/rule.js';
import type { Decision, Statement } from '../model/statement.js';
import { decideRule, type OrderedStatement } from './decide-rule.js';

/**
 * All that has been said of one rule anywhere, as a tree: each way from the root down is a list of statements that
 * some files share. Layers mostly speak of a few rules, so for most rules most stacks come to the same place, and
 * what is decided there is computed once.
 */
export class DecisionTree {
  /** The places after one more statement; null while there is none, as at most of some hundred thousand places. */
  private heard: Map<Statement, DecisionTree> | null = null;
  private cutOff: Map<Statement, DecisionTree> | null = null;
  private decision: Decision | null = null;
  /** The number of the setting that is decided here, among all settings; null while nobody has asked. */
  setting: number | null = null;

  private constructor(private readonly rule: Rule, private readonly parent: DecisionTree | null, private readonly last: OrderedStatement | null) {}

  /** The place where nothing has been said of a rule. */
  static of(rule: Rule): DecisionTree {
    return new DecisionTree(rule, null, null);
  }

  /** The place after one more statement. */
  after(statement: Statement, isCutOff: boolean): DecisionTree {
    const next = isCutOff ? this.cutOff ??= new Map() : this.heard ??= new Map();
    let tree = next.get(statement);
    if (tree === undefined) next.set(statement, (tree = new DecisionTree(this.rule, this, { statement, isCutOff })));
    return tree;
  }

  /** What is decided here. */
  decide(today: string): Decision {
    this.decision ??= decideRule(this.rule, this.statements(), today);
    return this.decision;
  }

  private statements(): OrderedStatement[] {
    const statements: OrderedStatement[] = [];
    for (let place: DecisionTree | null = this; place !== null && place.last !== null; place = place.parent) statements.push(place.last);
    return statements.reverse();
  }
}
