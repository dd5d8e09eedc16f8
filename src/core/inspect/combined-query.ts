import { Query, type Language as Grammar, type Node, type QueryMatch } from 'web-tree-sitter';
import type { RuleId } from '../model/rule.js';
import { stopping } from '../syntax/grammars.js';
import { SOON_DONE, type TimeLimit } from '../syntax/time-limit.js';

/** The query of one rule. */
interface RuleQuery {
  readonly rule: RuleId;
  readonly query: string;
}

/** How many combined queries of a grammar are kept: a process may see many rule sets, and compiling takes milliseconds. */
const MOST = 32;

const compiled = new WeakMap<Grammar, Map<string, CombinedQuery>>();

/** The queries of several rules, compiled into one that runs once per file. */
export class CombinedQuery {
  private readonly query: Query;
  /** The rule of each pattern, by the pattern's index. */
  private readonly owners: readonly RuleId[];

  /** Compiles queries, or gets what was compiled of the same ones. @throws Error if a query does not fit the grammar. */
  static of(grammar: Grammar, queries: readonly RuleQuery[]): CombinedQuery {
    let known = compiled.get(grammar);
    if (known === undefined) compiled.set(grammar, (known = new Map()));
    const key = JSON.stringify(queries);
    const combined = known.get(key) ?? new CombinedQuery(grammar, queries);
    // The package frees what nobody refers to any more.
    known.delete(key);
    known.set(key, combined);
    if (known.size > MOST) known.delete(known.keys().next().value as string);
    return combined;
  }

  private constructor(grammar: Grammar, queries: readonly RuleQuery[]) {
    const ends: { rule: RuleId; end: number }[] = [];
    let source = '';
    for (const { rule, query } of queries) {
      source += `${query}\n`;
      ends.push({ rule, end: Buffer.byteLength(source) });
    }
    this.query = new Query(grammar, source);
    this.owners = Array.from({ length: this.query.patternCount() }, (_, index) => {
      const start = this.query.startIndexForPattern(index);
      return (ends.find(({ end }) => start < end) as (typeof ends)[number]).rule;
    });
  }

  /**
   * The matches of each rule in a tree, in the order in which tree-sitter finds them.
   * @throws TookTooLong if the time for the file is up.
   */
  matches(root: Node, limit: TimeLimit): ReadonlyMap<RuleId, readonly QueryMatch[]> {
    const byRule = new Map<RuleId, QueryMatch[]>();
    for (const match of this.found(root, limit)) {
      const rule = this.owners[match.patternIndex] as RuleId;
      const matches = byRule.get(rule);
      if (matches === undefined) byRule.set(rule, [match]);
      else matches.push(match);
    }
    return byRule;
  }

  private found(root: Node, limit: TimeLimit): QueryMatch[] {
    if (root.endIndex < SOON_DONE) return this.query.matches(root);
    const matches = this.query.matches(root, stopping(limit));
    limit.check();
    return matches;
  }
}
