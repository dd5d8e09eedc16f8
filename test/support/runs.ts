import fc from 'fast-check';

/** How many times longer random tests go on than in `npm test`; `npm run test:deep` sets it. */
const FACTOR = Number(process.env['ELVAR_DEEP'] ?? 1);

/** The longest that one property is tried, in milliseconds: after that, what has been tried counts. */
const LONGEST = FACTOR > 1 ? 60_000 : 600;

fc.configureGlobal({ ...fc.readConfigureGlobal(), interruptAfterTimeLimit: LONGEST });

/** Whether there is time for what takes long and seldom changes. */
export const HAS_TIME = FACTOR > 1;

/** How often a property is tried, at most. @param usual in `npm test`. */
export function runs(usual: number): number {
  return usual * FACTOR;
}

/** How large something is made. @param usual in `npm test`. @param deep in `npm run test:deep`. */
export function size(usual: number, deep: number): number {
  return FACTOR > 1 ? deep : usual;
}

/** For a property that is costly to try and has to be tried often enough to meet all its cases. It ends well before its test times out (vitest.config.ts). */
export const PATIENT = { interruptAfterTimeLimit: Math.min(LONGEST * 8, 120_000) } as const;
