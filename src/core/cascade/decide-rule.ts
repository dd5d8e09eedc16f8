import { compareLevels } from '../model/level.js';
import type { Rule } from '../model/rule.js';
import { NO_FREEDOM_SETTINGS } from '../model/layer.js';
import type { ActiveGuard, Decision, Effect, LayerInstance, RefusedPart, Statement, TrailEntry } from '../model/statement.js';
import { refuses, type Guard } from './guards.js';
import { partName, partsOf, stateOfCatalog, withParts, type RuleState, type StatePart } from './rule-state.js';

/** The lowest layer: every rule `off`, with its default options. */
export const CATALOG_LAYER: LayerInstance = { id: 'catalog', kind: 'catalog', title: null, file: null, through: [], exemptions: [] };

/** What the catalog itself says about every rule. */
const CATALOG_STATEMENT: Statement = {
  kind: 'catalog', layer: CATALOG_LAYER, place: null, selector: null, zone: null, level: null, options: [],
  ...NO_FREEDOM_SETTINGS, guard: null, because: null, until: null,
};

/** Most statements are refused nothing: they share this. */
const NONE_REFUSED: readonly RefusedPart[] = [];

/** A statement in its place in the order, and whether an inner layer has refused to inherit it. */
export interface OrderedStatement {
  readonly statement: Statement;
  readonly isCutOff: boolean;
}

/**
 * Applies the statements about one rule, lowest first. The last word wins, but for what has expired, is cut off, or
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

/** Guarded rulings reach through a layer that inherits nothing. */
function survivesCut({ guard }: Statement): boolean {
  return guard !== null && guard.value !== 'none';
}

/** The course of one rule through the statements about it. */
class Course {
  state: RuleState;
  readonly trail: TrailEntry[] = [{ statement: CATALOG_STATEMENT, effect: 'applied', refused: NONE_REFUSED }];
  /** By the identity of the file that gave it: a file has one guard on a rule at a time. */
  private readonly guards = new Map<string, Guard>();

  constructor(private readonly rule: Rule) {
    this.state = stateOfCatalog(rule);
  }

  /** Notes a statement that does nothing. */
  passOver(statement: Statement, effect: Effect): void {
    this.trail.push({ statement, effect, refused: NONE_REFUSED });
  }

  hear(statement: Statement): void {
    const by = this.trail.length;
    const parts = isIdle(statement, this.state) ? [] : partsOf(statement, this.state);
    const judged = parts.map((part) => ({ part, refusedBy: this.refuserOf(part, statement) }));
    const heard = judged.filter(({ refusedBy }) => refusedBy === null).map(({ part }) => part);
    const refused = judged.flatMap(({ part, refusedBy }) => (refusedBy === null ? [] : { part: partName(part), by: refusedBy }));
    this.trail.push({ statement, effect: effectOf(statement, heard.length, refused.length), refused: refused.length === 0 ? NONE_REFUSED : refused });
    this.state = withParts(this.state, heard, by);
    this.noteGuards(statement, by);
  }

  activeGuards(): ActiveGuard[] {
    return [...this.guards.values()].map(({ kind, by }) => ({ kind, by })).sort((a, b) => a.by - b.by);
  }

  /** The trail entry whose guard refuses a part, the earliest of several; null when none does. */
  private refuserOf(part: StatePart, { layer }: Statement): number | null {
    const refusers = [...this.guards.values()].filter((guard) => !layer.exemptions.includes(guard.owner) && refuses(guard, part, this.rule));
    return refusers.length === 0 ? null : Math.min(...refusers.map(({ by }) => by));
  }

  /** Guards remember the state as the latest statement that they do not bind left it; then comes the statement's own guard. */
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

/** A cap decides nothing where no level stands above it. */
function isIdle({ kind, level }: Statement, state: RuleState): boolean {
  return kind === 'at-most' && level !== null && compareLevels(state.level, level.value) <= 0;
}

function effectOf({ kind }: Statement, heard: number, refused: number): Effect {
  if (refused > 0) return heard > 0 ? 'partly-refused' : 'refused';
  if (kind !== 'at-most') return 'applied';
  return heard > 0 ? 'capped' : 'idle';
}
