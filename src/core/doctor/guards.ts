import type { RuleId } from '../model/rule.js';
import { knowsLanguage } from '../catalog/rule.js';
import type { PartName, Statement } from '../model/statement.js';
import type { Diagnosis } from './diagnosis.js';
import { placeKey, wayOf, type Evidence } from './evidence.js';

/** What one guard refuses of one ruling, across all files. */
interface Refusal {
  readonly statement: Statement;
  readonly guard: Statement;
  readonly rules: Set<RuleId>;
  readonly parts: Set<PartName>;
  readonly files: Set<string>;
}

/** Rulings of the project that a guard refuses today: for which rules, which parts, and in how many files. */
export function refusedRulings({ files, layers, catalog }: Evidence): Diagnosis[] {
  const own = new Set(layers.map(({ file }) => file));
  const refusals = new Map<string, Refusal>();
  for (const { path, rules, language } of files) {
    for (const { trail, rule: id } of rules.decisions.values()) {
      const rule = catalog.get(id);
      if (rule === undefined || !knowsLanguage(rule, language)) continue;
      const refused = trail.filter(({ statement }) => statement.place !== null && own.has(statement.place.file)).flatMap(({ statement, refused }) => refused.map((one) => ({ statement, ...one })));
      for (const { statement, part, by } of refused) {
        const guard = trail[by]?.statement;
        if (guard !== undefined) noteRefusal(refusals, { statement, guard, rule: id, part, path });
      }
    }
  }
  return [...refusals.values()].map(diagnosisOf);
}

/** Patterns of inner directories that exclude files that a guard protects. */
export function hiddenFromGuards({ guardedOut }: Evidence): Diagnosis[] {
  return guardedOut.map(({ file, line, pattern, guards, files, isAll }) => ({
    detail: { code: 'hides-guarded', pattern, files, isAll, by: [...new Set(guards.map(wayOf))] }, file, line, weight: 'problem', mend: null,
  }));
}

function noteRefusal(refusals: Map<string, Refusal>, { statement, guard, rule, part, path }: { statement: Statement; guard: Statement; rule: RuleId; part: PartName; path: string }): void {
  const key = `${placeKey(statement)} ${placeKey(guard)}`;
  let refusal = refusals.get(key);
  if (refusal === undefined) refusals.set(key, (refusal = { statement, guard, rules: new Set(), parts: new Set(), files: new Set() }));
  refusal.rules.add(rule);
  refusal.parts.add(part);
  refusal.files.add(path);
}

function diagnosisOf({ statement, guard, rules, parts, files }: Refusal): Diagnosis {
  const selector = statement.kind === 'at-most' ? `at-most: ${statement.level?.value}` : statement.selector ?? '';
  return {
    detail: { code: 'refused', selector, rules: [...rules].sort(), parts: [...parts], files: files.size, by: wayOf(guard), kind: guard.guard?.value ?? '' },
    file: statement.place?.file ?? '', line: statement.place?.line ?? null, weight: 'problem', mend: null,
  };
}
