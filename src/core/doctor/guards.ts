import { finderFor } from '../model/rule.js';
import type { Diagnosis } from './diagnosis.js';
import { placeKey, wayOf, type Examination } from './examination.js';

/** Rulings of the project that a guard refuses today. */
export function refusedRulings({ files, layers, catalog }: Examination): Diagnosis[] {
  const own = new Set(layers.map(({ file }) => file));
  const refused = new Map<string, { diagnosis: Diagnosis; files: Set<string> }>();
  for (const { path, rules, language } of files) {
    for (const { trail, rule: id } of rules.decisions.values()) {
      const rule = catalog.get(id);
      for (const { statement, refusedBy } of trail) {
        const guard = refusedBy === null ? undefined : trail[refusedBy]?.statement;
        if (guard === undefined || statement.place === null || !own.has(statement.place.file) || rule === undefined || finderFor(rule, language) === null) continue;
        const key = `${placeKey(statement)} ${placeKey(guard)}`;
        let known = refused.get(key);
        if (known === undefined) {
          const selector = statement.kind === 'at-most' ? `at-most: ${statement.level?.value}` : statement.selector ?? '';
          const diagnosis: Diagnosis = {
            detail: { code: 'refused', selector, files: 0, by: wayOf(guard), kind: guard.guard?.value ?? '' }, file: statement.place.file, line: statement.place.line, weight: 'problem', mend: null,
          };
          refused.set(key, (known = { diagnosis, files: new Set() }));
        }
        known.files.add(path);
      }
    }
  }
  return [...refused.values()].map(({ diagnosis, files: { size } }) => ({ ...diagnosis, detail: { ...diagnosis.detail, files: size } as Diagnosis['detail'] }));
}
