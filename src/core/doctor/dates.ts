import { daysAfter } from '../base/date.js';
import { formatSelector } from '../model/selector.js';
import type { Decreed, Diagnosis } from './diagnosis.js';
import type { Evidence } from './evidence.js';

/** The number of days beforehand that an expiry is announced. */
const SOON = 30;

/** Rulings, waivers and ledger entries that have expired or soon will. */
export function dates({ layers, waivers, ledger, today }: Evidence): Diagnosis[] {
  const soon = daysAfter(today, SOON);
  const judge = (of: Decreed, until: string | null, file: string, line: number): Diagnosis[] => {
    if (until === null || until >= soon) return [];
    const isPast = until < today;
    return [{
      detail: { code: isPast ? 'expired' : 'expires-soon', of, until },
      file,
      line,
      weight: isPast ? 'problem' : 'advice',
      mend: null,
    }];
  };
  return [
    ...layers.flatMap((layer) =>
      [...layer.rulings, ...layer.zones.flatMap(({ rulings }) => rulings)].flatMap(({ selector, until, place }) =>
        judge({ kind: 'ruling', selector: formatSelector(selector) }, until, layer.file, place.line))),
    ...waivers.flatMap(({ path, line, until, selectors }) => judge({ kind: 'waiver', selectors }, until, path, line)),
    ...ledger.filter(({ state }) => state !== 'gone').flatMap(({ entry }) =>
      judge({ kind: 'entry', rule: entry.rule, path: entry.path }, entry.until, 'elvar-ledger.yaml', entry.writtenIn)),
  ];
}
