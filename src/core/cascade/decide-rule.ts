import type { Permission } from '../model/layer.js';
import type { Level } from '../model/level.js';
import type { Rule } from '../model/rule.js';
import type { DecidedOption, Decision, Effect, LayerInstance, Statement, TrailEntry } from '../model/statement.js';

/** The lowest layer: every rule `off`, with its default options. */
export const CATALOG_LAYER: LayerInstance = { id: 'catalog', kind: 'catalog', title: null, file: null, through: [] };

/** What the catalog itself says about every rule. */
const CATALOG_STATEMENT: Statement = {
  layer: CATALOG_LAYER, place: null, selector: null, zone: null, level: null, options: [],
  waivers: null, fix: null, guard: null, because: null, until: null,
};

/** A statement in its place in the order, and whether an inner layer has refused to inherit it. */
export interface OrderedStatement {
  readonly statement: Statement;
  readonly isCutOff: boolean;
}

/** The state of one rule while the statements about it are applied; `by` numbers count trail entries. */
interface RuleState {
  level: Level;
  by: number;
  options: Record<string, DecidedOption>;
  waivers: Permission;
  fix: Permission;
}

/**
 * Applies the statements about one rule, lowest first. The last word wins.
 * @returns the decision with its whole trail, the catalog's entry first.
 */
export function decideRule(rule: Rule, statements: readonly OrderedStatement[]): Decision {
  const state = stateOfCatalog(rule);
  const trail: TrailEntry[] = [{ statement: CATALOG_STATEMENT, effect: 'applied', refusedBy: null }];
  for (const { statement, isCutOff } of statements) {
    const effect: Effect = isCutOff && !survivesCut(statement) ? 'cut-off' : 'applied';
    if (effect === 'applied') applyStatement(state, statement, trail.length);
    trail.push({ statement, effect, refusedBy: null });
  }
  return { rule: rule.id, ...state, trail };
}

function stateOfCatalog(rule: Rule): RuleState {
  const options = Object.entries(rule.defaults).map(([name, value]) => [name, { value, by: 0 }] as const);
  return { level: 'off', by: 0, options: Object.fromEntries(options), waivers: 'allow', fix: 'allow' };
}

/** Guarded rulings reach through a layer that inherits nothing. */
function survivesCut(statement: Statement): boolean {
  return statement.guard !== null && statement.guard.value !== 'none';
}

function applyStatement(state: RuleState, statement: Statement, index: number): void {
  if (statement.level !== null) {
    state.level = statement.level.value;
    state.by = index;
  }
  for (const { name, value } of statement.options) state.options[name] = { value, by: index };
  if (statement.waivers !== null) state.waivers = statement.waivers.value;
  if (statement.fix !== null) state.fix = statement.fix.value;
}
