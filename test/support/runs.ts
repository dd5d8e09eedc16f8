/** Whether there is time for what takes long and seldom changes, as in `npm run test:deep`. */
export const HAS_TIME = process.env['ELVAR_DEEP'] !== undefined;

/**
 * How often a property is tried: a number of tries and never a time, so that a slow machine protects as well as a fast one.
 * @param usual in `npm test`, where a property may take a second or so.
 * @param deep in `npm run test:deep`, where it may take a minute.
 */
export function runs(usual: number, deep = usual * 10): number {
  return size(usual, deep);
}

/** How large something is made. @param usual in `npm test`. @param deep in `npm run test:deep`. */
export function size(usual: number, deep: number): number {
  return HAS_TIME ? deep : usual;
}

/** Some of many that are alike; all of them in `npm run test:deep`. @param step one of how many. */
export function sampled<T>(all: readonly T[], step: number): readonly T[] {
  return HAS_TIME ? all : all.filter((_, at) => at % step === 0);
}

/** Declares tests for which only `npm run test:deep` has the time. */
export function whenDeep(declare: () => void): void {
  if (HAS_TIME) declare();
}
