import { isDeepStrictEqual } from 'node:util';
import type { FittingParts, FoundPart, PartStamp, UnfitPart } from '../../core/inspect/part-record.js';

/** The largest group of parts that belong together, the first one of equals; null without any part. What is left out is told. */
export function fitParts(found: readonly (FoundPart | UnfitPart)[]): FittingParts | null {
  const groups = new Map<string, FoundPart[]>();
  for (const one of found) {
    if ('why' in one) continue;
    const key = JSON.stringify([one.record.part.of, one.record.stamp]);
    groups.set(key, [...groups.get(key) ?? [], one]);
  }
  const [group] = [...groups.values()].sort((a, b) => b.length - a.length);
  if (group === undefined) return null;
  const { part: { of }, stamp } = (group[0] as FoundPart).record;
  const parts = new Map<number, FoundPart>();
  const unfit = found.flatMap((one): UnfitPart[] => {
    if ('why' in one) return [one];
    const { name, record } = one;
    const why = record.part.of === of
      ? differenceOf(record.stamp, stamp, 'the others')
      : `it is one of ${record.part.of} parts, and the others are of ${of}`;
    if (why !== null) return [{ name, why }];
    if (parts.has(record.part.number)) return [{ name, why: `part ${record.part.number} of ${of} is there already` }];
    parts.set(record.part.number, one);
    return [];
  });
  return { stamp, of, parts, unfit };
}

/** How one stamp differs from another, in words; null if it does not. @param others whose the other one is. */
export function differenceOf(own: PartStamp, other: PartStamp, others: string): string | null {
  if (own.build !== other.build) return `it was checked by another version of Elvar than ${others}`;
  if (own.revision !== other.revision) {
    return `it is of another revision than ${others} (${shortRevision(own)}, not ${shortRevision(other)})`;
  }
  if (own.files !== other.files) return `it is of other files than ${others}`;
  if (own.rules !== other.rules) return `it was checked by other rules than ${others}`;
  if (own.question.today !== other.question.today) {
    return `it was checked on another day than ${others} (${own.question.today}, not ${other.question.today}); --today `
      + 'sets the day';
  }
  return isDeepStrictEqual(own.question, other.question) ? null : `it was asked something else than ${others}`;
}

function shortRevision({ revision }: PartStamp): string {
  return revision === null ? 'none' : revision.slice(0, 12);
}
