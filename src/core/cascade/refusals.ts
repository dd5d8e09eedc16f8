import type { Catalog } from '../catalog/catalog.js';
import type { LayerFile } from '../model/layer.js';
import type { RuleId } from '../model/rule.js';
import type { PartName, Statement } from '../model/statement.js';
import type { ResolvedFile } from './resolve-report.js';
import { knowsLanguage } from '../catalog/rule-languages.js';

/** What one guard refuses of one ruling, across all files. */
export interface Refusal {
  readonly statement: Statement;
  readonly guard: Statement;
  readonly rules: ReadonlySet<RuleId>;
  readonly parts: ReadonlySet<PartName>;
  readonly files: ReadonlySet<string>;
}

/** A {@link Refusal} that is being put together. */
interface GrowingRefusal extends Refusal {
  readonly rules: Set<RuleId>;
  readonly parts: Set<PartName>;
  readonly files: Set<string>;
}

/** Rulings of the project's own files that guards refuse: for which rules, which parts, and in which files. */
export function refusalsIn(files: readonly ResolvedFile[], layers: readonly LayerFile[], catalog: Catalog): Refusal[] {
  const own = new Set(layers.map(({ file }) => file));
  const refusals = new Map<string, GrowingRefusal>();
  for (const { path, rules, language } of files) {
    for (const { trail, rule: id } of rules.decisions.values()) {
      const rule = catalog.get(id);
      if (rule === undefined || !knowsLanguage(rule, language)) continue;
      const refused = trail.filter(({ statement }) => statement.place !== null && own.has(statement.place.file))
        .flatMap(({ statement, refused: parts }) => parts.map((one) => ({ statement, ...one })));
      for (const { statement, part, by } of refused) {
        const guard = trail[by]?.statement;
        if (guard !== undefined) note(refusals, { statement, guard, rule: id, part, path });
      }
    }
  }
  return [...refusals.values()];
}

function note(refusals: Map<string, GrowingRefusal>, { statement, guard, rule, part, path }: {
  readonly statement: Statement;
  readonly guard: Statement;
  readonly rule: RuleId;
  readonly part: PartName;
  readonly path: string;
}): void {
  const key = JSON.stringify([statement.place, guard.place]);
  let refusal = refusals.get(key);
  if (refusal === undefined) {
    refusals.set(key, (refusal = { statement, guard, rules: new Set(), parts: new Set(), files: new Set() }));
  }
  refusal.rules.add(rule);
  refusal.parts.add(part);
  refusal.files.add(path);
}
