import { compareLevels } from '../model/level.js';
import type { Rule } from '../finders/rule.js';
import { NO_FREEDOM_SETTINGS } from '../model/freedom.js';
import type { ActiveGuard, Decision, Effect, LayerInstance, RefusedPart, Statement, TrailEntry } from '../model/statement.js';
import { refuses, type Guard } from './guards.js';
import { partName, partsOf, stateOfCatalog, withParts, type RuleState, type StatePart } from './rule-state.js';

/** The lowest layer: every rule `off`, with its default options. */
export const CATALOG_LAYER: LayerInstance = {
  id: 'catalog', kind: 'catalog', title: null, file: null, through: [], exemptions: [],
};

/** The catalog's statement about every rule. */
const CATALOG_STATEMENT: Statement = {
  kind: 'catalog', layer: CATALOG_LAYER, place: null, selector: null, zone: null, level: null, options: [],
  ...NO_FREEDOM_SETTINGS, guard: null, because: null, until: null,
};

/** Shared by the statements that are refused nothing, which is most of them. */
const NONE_REFUSED: readonly RefusedPart[] = [];

/** A statement in cascade order, and whether an inner layer refuses to inherit it. */
export interface OrderedStatement {
  readonly statement: Statement;
  readonly isCutOff: boolean;
}

/**
 * Applies the statements about one rule, lowest first. The last word wins, except for what has expired, is cut off, or
 * is refused by a guard.
 * @param today the day on which statements expire or not, as YYYY-MM-DD.
 * @returns the decision with its whole trail, the catalog's entry first.
 */
export function decideRule(rule: Rule, statements: readonly OrderedStatement[], today: string): Decision {
  const course = new Course(rule);
  for (const { statement, isCutOff } of statements) {
    if (isCutOff && !survivesCut(statement)) course.passOver(statement, 'cut-off');
    else if (statement.until !== null && statement.until < today) course.passOver(statement, 'expired');
    else course.hear(statement);
  }
  const { state, trail } = course;
  return { rule: rule.id, ...state, guards: course.activeGuards(), trail };
}

/** Guarded rulings survive a layer that inherits nothing. */
function survivesCut({ guard }: Statement): boolean {
  return guard !== null && guard.value !== 'none';
}

/** The state of one rule while the statements about it are applied. */
class Course {
  state: RuleState;
  readonly trail: TrailEntry[] = [{ statement: CATALOG_STATEMENT, effect: 'applied', refused: NONE_REFUSED }];
  /** Keyed by the identity of the guarding file: a file has at most one guard on a rule at a time. */
  private readonly guards = new Map<string, Guard>();

  constructor(private readonly rule: Rule) {
    this.state = stateOfCatalog(rule);
  }

  /** Records a statement that has no effect. */
  passOver(statement: Statement, effect: Effect): void {
    this.trail.push({ statement, effect, refused: NONE_REFUSED });
  }

  hear(statement: Statement): void {
    const by = this.trail.length;
    const parts = isIdle(statement, this.state) ? [] : partsOf(statement, this.state);
    const judged = parts.map((part) => ({ part, refusedBy: this.refuserOf(part, statement) }));
    const effective = judged.filter(({ refusedBy }) => refusedBy === null).map(({ part }) => part);
    const refused = judged.flatMap(({ part, refusedBy }) => (refusedBy === null ? [] : { part: partName(part), by: refusedBy }));
    this.trail.push({
      statement,
      effect: effectOf(statement, effective.length, refused.length),
      refused: refused.length === 0 ? NONE_REFUSED : refused,
    });
    this.state = withParts(this.state, effective, by);
    this.noteGuards(statement, by);
  }

  activeGuards(): ActiveGuard[] {
    return [...this.guards.values()].map(({ kind, by }) => ({ kind, by })).sort((a, b) => a.by - b.by);
  }

  /** The earliest trail entry whose guard refuses a part; null if none does. */
  private refuserOf(part: StatePart, { layer }: Statement): number | null {
    const refusers = [...this.guards.values()].filter((guard) =>
      !layer.exemptions.includes(guard.owner) && refuses(guard, part, this.rule));
    return refusers.length === 0 ? null : Math.min(...refusers.map(({ by }) => by));
  }

  /**
   * Each guard remembers the state after the latest statement that it does not bind; then the statement's own guard takes effect.
   */
  private noteGuards({ layer, guard }: Statement, by: number): void {
    for (const [owner, standing] of this.guards) {
      if (layer.exemptions.includes(owner)) this.guards.set(owner, { ...standing, remembered: this.state });
    }
    const owner = layer.exemptions.at(-1);
    if (guard === null || owner === undefined) return;
    if (guard.value === 'none') this.guards.delete(owner);
    else this.guards.set(owner, { kind: guard.value, owner, by, remembered: this.state });
  }
}

/** A cap decides nothing if the level is not above it. */
function isIdle({ kind, level }: Statement, state: RuleState): boolean {
  return kind === 'at-most' && level !== null && compareLevels(state.level, level.value) <= 0;
}

function effectOf({ kind }: Statement, effective: number, refused: number): Effect {
  if (refused > 0) return effective > 0 ? 'partly-refused' : 'refused';
  if (kind !== 'at-most') return 'applied';
  return effective > 0 ? 'capped' : 'idle';
}
