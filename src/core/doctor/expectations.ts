import { alikeBroken } from '../expectations/broken-expectation.js';
import type { Diagnosis } from './diagnosis.js';
import type { Evidence } from './evidence.js';

/** Expectations that do not hold, and those that are about no file. */
export function expectationTroubles({ expectations: { broken, idle } }: Evidence): Diagnosis[] {
  return [
    ...alikeBroken(broken).map((alike): Diagnosis => ({
      detail: { code: 'broken-expectation', ...alike },
      file: alike.broken.place.file,
      line: alike.broken.place.line,
      weight: 'problem',
      mend: null,
    })),
    ...idle.map(({ place, pattern }): Diagnosis => ({
      detail: { code: 'expectation-matches-nothing', pattern }, file: place.file, line: place.line, weight: 'problem', mend: null,
    })),
  ];
}

/** The same with a diagnosis at each line that breaks an expectation. */
export function withBreakingLines(diagnoses: readonly Diagnosis[]): Diagnosis[] {
  return diagnoses.flatMap((one): Diagnosis[] => {
    const { detail } = one;
    const place = detail.code === 'broken-expectation' ? detail.broken.by.statement.place : null;
    return detail.code !== 'broken-expectation' || place === null ? [one] : [
      one,
      { detail: { ...detail, code: 'breaks-expectation' }, file: place.file, line: place.line, weight: 'problem', mend: null },
    ];
  });
}
