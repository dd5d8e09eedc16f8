import type { Catalog } from '../catalog/catalog.js';
import { compareRules, type Relation, type RuleDifference } from '../compare/compare-rules.js';
import type { RuleId } from '../model/rule.js';
import type { ResolvedFile } from '../cascade/resolve-report.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { Decision } from '../model/statement.js';
import { knowsLanguage } from '../catalog/rule-languages.js';

/** One way in which a rule's setting changes, and the files for which it does. */
export interface WayOfChange {
  readonly before: Decision;
  readonly after: Decision;
  readonly relation: Relation;
  /** Sorted. */
  readonly files: readonly string[];
}

/** What a change of rules does to one rule. */
export interface RuleChange {
  readonly rule: RuleId;
  /** How it relates to the setting before; `different` also if it is stricter for some files and looser for others. */
  readonly relation: Relation;
  /** Most files first. */
  readonly ways: readonly WayOfChange[];
}

/** What a change of rules does to the files of a project, as far as is known without reading them. */
export interface RuleChanges {
  /** Sorted by rule. */
  readonly rules: readonly RuleChange[];
  /** Files whose rules change. Sorted. */
  readonly touched: readonly string[];
  /** Files that come into scope, and files that leave it. Sorted. */
  readonly entering: readonly string[];
  readonly leaving: readonly string[];
}

/**
 * Compares each file's rules before and after. Both lists are sorted by path.
 * @param redeclared house rules with a changed declaration: wherever such a rule is in force, it counts as changed.
 */
export function ruleChanges(
  before: readonly ResolvedFile[], after: readonly ResolvedFile[], catalog: Catalog, redeclared: readonly RuleId[] = [],
): RuleChanges {
  const earlier = new Map(before.map((file) => [file.path, file]));
  const later = new Set(after.map((file) => file.path));
  const differences = new Differences(catalog);
  const ways = new Map<RuleId, Map<string, WayOfChange & { files: string[] }>>();
  const touched: string[] = [];
  for (const file of after) {
    const old = earlier.get(file.path);
    if (old === undefined) continue;
    const found = differences.between(old.rules, file.rules).filter(({ rule }) => knows(rule, file.language, catalog));
    const own = [...found, ...redeclared.flatMap((rule) => sameButRedeclared(rule, old, file, found, catalog))];
    if (own.length > 0) touched.push(file.path);
    for (const difference of own) noteWay(difference, file.path, ways);
  }
  return {
    rules: [...ways].sort(([a], [b]) => (a < b ? -1 : 1)).map(([rule, own]) => changeOf(rule, [...own.values()])),
    touched,
    entering: after.filter((file) => !earlier.has(file.path)).map((file) => file.path),
    leaving: before.filter((file) => !later.has(file.path)).map((file) => file.path),
  };
}

/** The change of a house rule whose setting stays the same but whose declaration changed. */
function sameButRedeclared(
  rule: RuleId,
  { rules: before, language }: ResolvedFile,
  { rules: after }: ResolvedFile,
  found: readonly RuleDifference[],
  catalog: Catalog,
): RuleDifference[] {
  const [first, second] = [before.decisions.get(rule), after.decisions.get(rule)];
  if (first === undefined || second === undefined
      || second.level === 'off' || found.some((one) => one.rule === rule) || !knows(rule, language, catalog)) return [];
  return [{ rule, relation: 'different', first, second, options: [] }];
}

/** The differences between rule sets. Each pair is compared once, as many files share theirs. */
class Differences {
  private readonly known = new Map<DecidedRules, Map<DecidedRules, readonly RuleDifference[]>>();

  constructor(private readonly catalog: Catalog) {}

  between(first: DecidedRules, second: DecidedRules): readonly RuleDifference[] {
    let ofFirst = this.known.get(first);
    if (ofFirst === undefined) this.known.set(first, (ofFirst = new Map()));
    let found = ofFirst.get(second);
    if (found === undefined) ofFirst.set(second, (found = compareRules(this.whole(first), this.whole(second), this.catalog)));
    return found;
  }

  /** The rules of one side, plus those that only the other side knows, as off. */
  private whole(rules: DecidedRules): DecidedRules {
    const missing = this.catalog.rules.filter(({ id }) => !rules.decisions.has(id));
    if (missing.length === 0) return rules;
    return {
      set: rules.set, decisions: new Map([...rules.decisions, ...missing.map(({ id }) => [id, offDecision(id)] as const)]),
    };
  }
}

function offDecision(rule: RuleId): Decision {
  return {
    rule, level: 'off', by: 0, over: null, options: {}, waivers: 'allow', fix: 'allow', ledger: 'allow',
    freedomsBy: { waivers: 0, fix: 0, ledger: 0 }, guards: [], trail: [],
  };
}

function knows(id: RuleId, language: ResolvedFile['language'], catalog: Catalog): boolean {
  const rule = catalog.get(id);
  return rule !== undefined && knowsLanguage(rule, language);
}

function noteWay(
  { rule, first, second, relation }: RuleDifference,
  path: string,
  ways: Map<RuleId, Map<string, WayOfChange & { files: string[] }>>,
): void {
  let ofRule = ways.get(rule);
  if (ofRule === undefined) ways.set(rule, (ofRule = new Map()));
  const key = `${contentOf(first)} ${contentOf(second)}`;
  const way = ofRule.get(key);
  if (way === undefined) ofRule.set(key, { before: first, after: second, relation, files: [path] });
  else way.files.push(path);
}

/** A decision's result and its deciding statements, as a text to compare. */
function contentOf({ level, by, options, waivers, fix, ledger, trail }: Decision): string {
  const origin = (index: number): unknown => {
    const statement = trail[index]?.statement;
    return [statement?.layer.id, statement?.place?.line, statement?.place?.column, statement?.selector];
  };
  return JSON.stringify([
    level,
    origin(by),
    Object.entries(options).map(([name, option]) => [name, option.value, origin(option.by)]),
    waivers,
    fix,
    ledger,
  ]);
}

function changeOf(rule: RuleId, ways: readonly WayOfChange[]): RuleChange {
  const relations = new Set(ways.map(({ relation }) => relation));
  const [only] = relations;
  return {
    rule,
    relation: relations.size === 1 && only !== undefined ? only : 'different',
    ways: ways.toSorted((a, b) => b.files.length - a.files.length),
  };
}
