import { refusalsIn, type Refusal } from '../cascade/refusals.js';
import type { Diagnosis } from './diagnosis.js';
import { wayOf, type Evidence } from './evidence.js';

/** Rulings of the project that a guard refuses today: for which rules, which parts, and in how many files. */
export function refusedRulings({ files, layers, catalog }: Evidence): Diagnosis[] {
  return refusalsIn(files, layers, catalog).map(diagnosisOf);
}

/** Patterns of inner directories that exclude files that a guard protects. */
export function hiddenFromGuards({ guardedOut }: Evidence): Diagnosis[] {
  return guardedOut.map(({ file, line, pattern, guards, files, isAll }) => ({
    detail: { code: 'hides-guarded', pattern, files, isAll, by: [...new Set(guards.map(wayOf))] },
    file,
    line,
    weight: 'problem',
    mend: null,
  }));
}

function diagnosisOf({ statement, guard, rules, parts, files }: Refusal): Diagnosis {
  const selector = statement.kind === 'at-most' ? `at-most: ${statement.level?.value}` : statement.selector ?? '';
  return {
    detail: {
      code: 'refused',
      selector,
      rules: [...rules].sort(),
      parts: [...parts],
      files: files.size,
      by: wayOf(guard),
      kind: guard.guard?.value ?? '',
    },
    file: statement.place?.file ?? '', line: statement.place?.line ?? null, weight: 'problem', mend: null,
  };
}
