import { keptUpTo } from '../cascade/keeps-levels.js';
import { decideRule } from '../cascade/decide-rule.js';
import type { Rule } from '../finders/rule.js';
import type { LayerFile } from '../model/layer.js';
import type { Decision, Statement, TrailEntry } from '../model/statement.js';
import type { Diagnosis } from './diagnosis.js';
import { placeKey, wayOf, type Evidence } from './evidence.js';
import { knowsLanguage } from '../catalog/rule-languages.js';

/** What is known of one ruling, or `at-most`, of the project after all files have been examined. */
interface Use {
  readonly statement: Statement;
  isUseful: boolean;
  /** Whether it ever had the last word without changing anything. */
  isEqual: boolean;
  readonly overruledBy: Set<string>;
}

/**
 * Rulings and caps that decide nothing for any file: without them, every rule would be the same. What a guard refuses
 * or has expired is reported elsewhere, and so are rulings for languages that do not occur.
 */
export function idleRulings({ files, layers, catalog, today }: Evidence): Diagnosis[] {
  // A preset is made to be shared: a ruling that is idle here may decide elsewhere.
  const own = new Map(layers.filter(({ role }) => role !== 'preset').map((layer) => [layer.file, layer]));
  const uses = new Map<string, Use>();
  const seen = new Set<Decision>();
  for (const { rules, language } of files) {
    for (const decision of rules.decisions.values()) {
      if (seen.has(decision)) continue;
      const rule = catalog.get(decision.rule);
      if (rule === undefined || !knowsLanguage(rule, language)) continue;
      seen.add(decision);
      decision.trail.forEach((entry, index) => {
        const { statement } = entry;
        if (statement.place !== null && own.has(statement.place.file)) countUse(rule, decision, index, today, uses);
      });
    }
  }
  const idle = [...uses.values()].filter(({ isUseful }) => !isUseful);
  return [...own.values()].flatMap((layer) =>
    diagnosesOf(layer, idle.filter(({ statement }) => statement.place?.file === layer.file)));
}

function countUse(rule: Rule, decision: Decision, index: number, today: string, uses: Map<string, Use>): void {
  const { statement, effect } = decision.trail[index] as TrailEntry;
  const key = placeKey(statement);
  let use = uses.get(key);
  if (use === undefined) uses.set(key, (use = { statement, isUseful: false, isEqual: false, overruledBy: new Set() }));
  if (use.isUseful) return;
  if (effect === 'expired'
      || effect === 'refused' || effect === 'partly-refused' || changesAnything(rule, decision, index, today)) {
    use.isUseful = true;
    return;
  }
  const winner = decision.by > index ? decision.trail[decision.by]?.statement : undefined;
  if (winner === undefined || statement.level === null) use.isEqual = true;
  else use.overruledBy.add(wayOf(winner));
}

/** Whether a rule's state would differ without one of the statements about it. */
function changesAnything(rule: Rule, decision: Decision, index: number, today: string): boolean {
  const others = decision.trail.slice(1)
    .filter((_, place) => place !== index - 1)
    .map(({ statement, effect }) => ({ statement, isCutOff: effect === 'cut-off' }));
  return contentOf(decideRule(rule, others, today)) !== contentOf(decision);
}

/** The parts of a decision that matter to files and to later layers. */
function contentOf(decision: Decision): string {
  const { level, options, waivers, fix, ledger, guards, trail } = decision;
  const values = Object.entries(options).map(([name, { value }]) => [name, value]);
  const bound = guards.map(({ kind, by }) => [kind, placeKey((trail[by] as TrailEntry).statement)]);
  const held = trail.filter(({ refused }) => refused.length > 0).map(({ statement }) => placeKey(statement));
  return JSON.stringify([level, keptUpTo(decision), values, waivers, fix, ledger, bound, held]);
}

function diagnosesOf(layer: LayerFile, idle: readonly Use[]): Diagnosis[] {
  const all = layer.rulings.length + layer.zones.reduce((sum, { rulings }) => sum + rulings.length, 0);
  const rulings = idle.filter(({ statement }) => statement.kind === 'ruling');
  if (layer.role === 'directory' && all > 0 && rulings.length === all && rulings.every(({ isEqual }) => isEqual)) {
    return [{ detail: { code: 'repeats-outer', rulings: all }, file: layer.file, line: null, weight: 'advice', mend: null }];
  }
  const wholeZones = layer.zones.filter((zone) => zone.rulings.length > 0 && zone.presets.length === 0 && zone.atMost === null
    && zone.rulings.every(({ place }) =>
      rulings.some(({ statement }) => statement.place?.line === place.line && statement.place.column === place.column)));
  const zones = wholeZones.map((zone): Diagnosis => {
    const own = rulings.filter(({ statement }) => statement.zone?.place.line === zone.place.line);
    return {
      detail: { code: 'idle-zone', zone: zone.name ?? `line ${zone.place.line}`, ...reasonOf(own) },
      file: layer.file,
      line: zone.place.line,
      weight: 'advice',
      mend: null,
    };
  });
  const single = idle.filter(
    ({ statement }) => !wholeZones.some((zone) => zone.place.line === statement.zone?.place.line),
  ).map((use): Diagnosis => {
    const { statement } = use;
    const place = { file: layer.file, line: statement.place?.line ?? null, weight: 'advice' as const };
    if (statement.kind === 'at-most') {
      return { ...place, detail: { code: 'idle-cap', level: statement.level?.value ?? 'off' }, mend: null };
    }
    const zone = statement.zone?.name ?? null;
    const selector = statement.selector ?? '';
    // A zone without a name cannot be referred to.
    const canMend = statement.zone === null || zone !== null;
    const told = statement.zone === null ? null : zone ?? `line ${statement.zone.place.line}`;
    return {
      ...place,
      detail: { code: 'idle-ruling', selector, zone: told, ...reasonOf([use]) },
      mend: canMend ? { kind: 'remove-ruling', zone, selector } : null,
    };
  });
  return [...zones, ...single];
}

function reasonOf(uses: readonly Use[]): { readonly why: 'overruled' | 'equal'; readonly by: string | null } {
  const winners = [...new Set(uses.flatMap(({ overruledBy }) => [...overruledBy]))];
  return uses.some(({ isEqual }) => isEqual) || winners.length === 0
    ? { why: 'equal', by: null }
    : { why: 'overruled', by: winners.slice(0, 2).join(', ') };
}
