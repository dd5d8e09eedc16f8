import type { LayerFile, Ruling } from '../model/layer.js';
import type { Problem } from '../model/problem.js';
import { formatSelector } from '../model/selector.js';
import { problemAt } from './parse/schema-problems.js';

/** The rulings, zones and expectations of a file without a reason, for a project whose policy requires one. */
export function missingReasons({ rulings, zones, expectations }: LayerFile): Problem[] {
  const ofRulings = (list: readonly Ruling[]): Problem[] => list
    .filter(({ because }) => because === null)
    .map(({ place, selector }) => problemAt(place, { code: 'reason-missing', what: 'ruling', name: formatSelector(selector) }));
  return [
    ...ofRulings(rulings),
    ...zones.flatMap((zone) => [
      ...(zone.because === null ? [problemAt(zone.place, { code: 'reason-missing', what: 'zone', name: zone.name })] : []),
      ...ofRulings(zone.rulings),
    ]),
    ...expectations.filter(({ because }) => because === null).map(({ place }) =>
      problemAt(place, { code: 'reason-missing', what: 'expectation', name: null })),
  ];
}
