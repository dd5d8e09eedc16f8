import type { Catalog } from '../catalog/catalog.js';
import { isInForce } from '../cascade/in-force.js';
import { turnedOnBy } from '../cascade/effective.js';
import type { Level } from '../model/level.js';
import { FREEDOMS } from '../model/freedom.js';
import type { Hindrance, RulingOutcome } from './rule-edit.js';
import type { ResolvedFile } from '../cascade/resolve-report.js';
import type { RuleId } from '../model/rule.js';
import type { Decision, PartName, Statement, TrailEntry } from '../model/statement.js';
import { knowsLanguage } from '../catalog/rule-languages.js';

/** What becomes of one ruling in the files that it reaches: whether it decides, and what stops it. */
export function rulingOutcome(
  files: readonly ResolvedFile[],
  file: string,
  { selector, zone }: { readonly selector: string; readonly zone: string | null },
  catalog: Catalog,
): RulingOutcome {
  // A zone without a name must not be confused with the file as a whole.
  const isThere = (own: Statement['zone']): boolean => (zone === null ? own === null : own?.name === zone);
  const isMeant = (statement: Statement): boolean =>
    statement.kind === 'ruling' && statement.layer.through.length === 0 && statement.place?.file === file
      && statement.selector === selector && isThere(statement.zone);
  const [deciding, inForce] = [new Set<string>(), new Set<string>()];
  const hindrances =
    new Map<string, Pick<Hindrance, 'kind' | 'by'> & { readonly rules: Set<RuleId>; readonly files: Set<string> }>();
  let reached = 0;
  let level: Level | null = null;
  for (const { path, language, rules } of files) {
    let isReached = false;
    for (const decision of rules.decisions.values()) {
      const index = decision.trail.findLastIndex(({ statement }) => isMeant(statement));
      const rule = catalog.get(decision.rule);
      if (index < 0 || rule === undefined || !knowsLanguage(rule, language)) continue;
      isReached = true;
      level = decision.trail[index]?.statement.level?.value ?? null;
      if (decidesAnything(decision, index)) {
        deciding.add(path);
        if (isInForce(decision, language, catalog)) inForce.add(path);
      }
      for (const hindrance of hindrancesOf(decision, index)) {
        const key = `${hindrance.kind} ${hindrance.by?.layer.id} ${hindrance.by?.place?.line}`;
        const known = hindrances.get(key) ?? { ...hindrance, rules: new Set<RuleId>(), files: new Set<string>() };
        hindrances.set(key, known);
        known.rules.add(decision.rule);
        known.files.add(path);
      }
    }
    if (isReached) reached += 1;
  }
  return {
    level, reached, deciding: deciding.size, inForce: inForce.size,
    hindrances: [...hindrances.values()]
      .map(({ kind, by, rules, files: own }) => ({ kind, by, rules: [...rules].sort(), files: own.size }))
      .sort((a, b) => b.files - a.files),
  };
}

/** Whether a statement decides any part of a rule: its level (even if a cap lowers it), an option, a freedom, or a guard. */
export function decidesAnything(decision: Decision, index: number): boolean {
  const { by, options, freedomsBy, guards } = decision;
  return [
    by,
    turnedOnBy(decision),
    ...Object.values(options).map((option) => option.by),
    ...Object.values(freedomsBy),
    ...guards.map((guard) => guard.by),
  ].includes(index);
}

/** What keeps a statement from deciding all that it sets. */
export function hindrancesOf(decision: Decision, index: number): Pick<Hindrance, 'kind' | 'by'>[] {
  const { trail, by, options, freedomsBy } = decision;
  const { effect, refused, statement } = trail[index] as TrailEntry;
  if (effect === 'expired' || effect === 'cut-off') return [{ kind: effect, by: null }];
  const source = (at: number): Statement | null => trail[at]?.statement ?? null;
  const refusers = [...new Set(refused.map((one) => one.by))].map((at) => ({ kind: 'refused' as const, by: source(at) }));
  const isHeard = (part: PartName): boolean => !refused.some((one) => one.part === part);
  const winners = new Set([
    ...(statement.level !== null && isHeard('level') ? [by] : []),
    ...statement.options.filter(({ name }) => isHeard(`options.${name}`)).map(({ name }) => options[name]?.by ?? index),
    ...FREEDOMS.filter((freedom) => statement[freedom] !== null && isHeard(freedom)).map((freedom) => freedomsBy[freedom]),
  ]);
  winners.delete(index);
  const isLowered = turnedOnBy(decision) === index;
  return [
    ...refusers,
    ...[...winners].map((at) => ({ kind: at === by && isLowered ? 'lowered' as const : 'overruled' as const, by: source(at) })),
  ];
}
