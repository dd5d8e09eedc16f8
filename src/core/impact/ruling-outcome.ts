import type { Catalog } from '../catalog/catalog.js';
import { isInForce } from '../cascade/in-force.js';
import { finderFor } from '../model/rule.js';
import type { ResolvedFile, RulingOutcome } from '../model/report.js';
import type { Decision, Statement, TrailEntry } from '../model/statement.js';

/** What becomes of one ruling in the files it is about: whether it decides, and who is in its way. */
export function rulingOutcome(files: readonly ResolvedFile[], file: string, { selector, zone }: { readonly selector: string; readonly zone: string | null }, catalog: Catalog): RulingOutcome {
  // A zone may have no name, and is not the file as a whole all the same.
  const isThere = (own: Statement['zone']): boolean => (zone === null ? own === null : own?.name === zone);
  const isMeant = (statement: Statement): boolean => statement.kind === 'ruling' && statement.layer.through.length === 0 && statement.place?.file === file
    && statement.selector === selector && isThere(statement.zone);
  const [deciding, inForce] = [new Set<string>(), new Set<string>()];
  const hindrances = new Map<string, { kind: 'refused' | 'overruled' | 'expired' | 'cut-off'; by: Statement | null; files: Set<string> }>();
  let reached = 0;
  for (const { path, language, rules } of files) {
    let isReached = false;
    for (const decision of rules.decisions.values()) {
      const index = decision.trail.findLastIndex(({ statement }) => isMeant(statement));
      const rule = catalog.get(decision.rule);
      if (index < 0 || rule === undefined || finderFor(rule, language) === null) continue;
      isReached = true;
      const hindrance = hindranceOf(decision, index);
      if (hindrance === null) {
        deciding.add(path);
        if (isInForce(decision, language, catalog)) inForce.add(path);
        continue;
      }
      const key = `${hindrance.kind} ${hindrance.by?.layer.id} ${hindrance.by?.place?.line}`;
      const known = hindrances.get(key);
      if (known === undefined) hindrances.set(key, { ...hindrance, files: new Set([path]) });
      else known.files.add(path);
    }
    if (isReached) reached += 1;
  }
  return {
    reached, deciding: deciding.size, inForce: inForce.size,
    hindrances: [...hindrances.values()].map(({ kind, by, files: own }) => ({ kind, by, files: own.size })).sort((a, b) => b.files - a.files),
  };
}

type Hindrance = Pick<RulingOutcome['hindrances'][number], 'kind' | 'by'>;

/** Why a statement does not decide anything; null when it does. */
function hindranceOf({ trail, by, options }: Decision, index: number): Hindrance | null {
  const { effect, refusedBy, statement } = trail[index] as TrailEntry;
  if (effect === 'expired') return { kind: 'expired', by: null };
  const source = (at: number | null): Statement | null => (at === null ? null : trail[at]?.statement ?? null);
  if (effect === 'cut-off') return { kind: 'cut-off', by: null };
  if (effect === 'refused') return { kind: 'refused', by: source(refusedBy) };
  const winners = [...(statement.level === null ? [] : [by]), ...statement.options.map(({ name }) => options[name]?.by ?? index)];
  // What says neither a level nor an option tells of waivers, repairs or a guard, and nothing is known to overrule that.
  if (winners.length === 0 || winners.includes(index)) return null;
  return { kind: 'overruled', by: source(Math.max(...winners)) };
}
