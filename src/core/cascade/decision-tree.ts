import type { Rule } from '../finders/rule.js';
import type { Decision, Statement } from '../model/statement.js';
import { decideRule, type OrderedStatement } from './decide-rule.js';

/**
 * All statements about one rule as a tree: each path from the root down is a list of statements that some
 * files share. Most layers concern few rules, so for most rules most stacks lead to the same node, and
 * its decision is computed once.
 */
export class DecisionTree {
  /** The nodes one statement further on; null while there are none, as at most of some hundred thousand nodes. */
  private effective: Map<Statement, DecisionTree> | null = null;
  private cutOff: Map<Statement, DecisionTree> | null = null;
  private decision: Decision | null = null;
  /** The number of the setting decided here, among all settings; null until first asked for. */
  setting: number | null = null;

  private constructor(
    private readonly rule: Rule, private readonly parent: DecisionTree | null, private readonly last: OrderedStatement | null,
  ) {}

  /** The node for a rule without statements. */
  static of(rule: Rule): DecisionTree {
    return new DecisionTree(rule, null, null);
  }

  /** The node after one more statement. */
  after(statement: Statement, isCutOff: boolean): DecisionTree {
    const next = isCutOff ? this.cutOff ??= new Map() : this.effective ??= new Map();
    let tree = next.get(statement);
    if (tree === undefined) next.set(statement, (tree = new DecisionTree(this.rule, this, { statement, isCutOff })));
    return tree;
  }

  /** The decision at this node. */
  decide(today: string): Decision {
    this.decision ??= decideRule(this.rule, this.statements(), today);
    return this.decision;
  }

  private statements(): OrderedStatement[] {
    const statements: OrderedStatement[] = [];
    for (let place: DecisionTree | null = this; place !== null && place.last !== null; place = place.parent) {
      statements.push(place.last);
    }
    return statements.reverse();
  }
}
