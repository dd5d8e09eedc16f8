import { contradictions } from './contradictions.js';
import { dates } from './dates.js';
import type { Diagnosis } from './diagnosis.js';
import type { Evidence } from './evidence.js';
import { expectationTroubles } from './expectations.js';
import { forgotten } from './forgotten.js';
import { hiddenFromGuards, refusedRulings } from './guards.js';
import { idleRulings } from './idle-rulings.js';
import { intakeTroubles } from './intake.js';
import { unreached } from './reach.js';

/** Everything wrong with a configuration: problems first, then file by file from top to bottom. */
export function diagnose(evidence: Evidence): Diagnosis[] {
  const reached = unreached(evidence);
  // A ruling that reaches no file is idle too; that it reaches none is the better answer.
  const explained = new Set(reached.map(({ file, line }) => `${file}:${line}`));
  const idle = idleRulings(evidence).filter(({ file, line }) => !explained.has(`${file}:${line}`));
  const all = [
    ...expectationTroubles(evidence),
    ...contradictions(evidence),
    ...refusedRulings(evidence),
    ...hiddenFromGuards(evidence),
    ...idle,
    ...reached,
    ...dates(evidence),
    ...forgotten(evidence),
    ...intakeTroubles(evidence),
  ];
  return all.sort((a, b) => Number(a.weight === 'advice') - Number(b.weight === 'advice')
    || (a.file < b.file ? -1 : a.file > b.file ? 1 : (a.line ?? 0) - (b.line ?? 0)));
}
