import { daysAfter } from '../base/date.js';
import { formatSelector } from '../model/selector.js';
import type { Diagnosis } from './diagnosis.js';
import type { Examination } from './examination.js';

/** The number of days beforehand that an expiry is announced. */
const SOON = 30;

/** Rulings, waivers and ledger entries that have expired or soon will. */
export function dates({ layers, waivers, ledger, today }: Examination): Diagnosis[] {
  const soon = daysAfter(today, SOON);
  const judge = (what: string, until: string | null, file: string, line: number): Diagnosis[] => {
    if (until === null || until >= soon) return [];
    const isPast = until < today;
    return [{ detail: { code: isPast ? 'expired' : 'expires-soon', what, until }, file, line, weight: isPast ? 'problem' : 'advice', mend: null }];
  };
  return [
    ...layers.flatMap((layer) => [...layer.rulings, ...layer.zones.flatMap(({ rulings }) => rulings)].flatMap(({ selector, until, place }) => judge(`the ruling for ${formatSelector(selector)}`, until, layer.file, place.line))),
    ...waivers.flatMap(({ path, line, until, selectors }) => judge(`the waiver for ${selectors.join(', ')}`, until, path, line)),
    ...ledger.filter(({ state }) => state !== 'gone').flatMap(({ entry }) => judge(`the entry for ${entry.rule} in ${entry.path}`, entry.until, 'elvar-ledger.yaml', entry.writtenIn)),
  ];
}
