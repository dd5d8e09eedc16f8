import type { Catalog } from '../catalog/catalog.js';
import type { StackExpectation } from '../layers/stack.js';
import type { ExpectedRules } from '../model/expectation.js';
import { FREEDOMS } from '../model/freedom.js';
import { letsThrough } from '../model/layer.js';
import { LEVELS } from '../model/level.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { Decision, TrailEntry } from '../model/statement.js';
import type { Place } from '../base/place.js';
import type { BrokenExpectation, Unmet } from './broken-expectation.js';

/** A file with what is expected of it. */
export interface ExpectedFile {
  readonly path: string;
  readonly rules: DecidedRules;
  readonly expected: readonly StackExpectation[];
}

/** What one set of decisions breaks of one expectation. */
type Breach = Omit<BrokenExpectation, 'files' | 'example'>;

/**
 * The expectations that do not hold: each part of each rule once for each line that decides it. Files with the same decisions are
 * judged once.
 */
export function brokenExpectations(files: Iterable<ExpectedFile>, catalog: Catalog): BrokenExpectation[] {
  const judged = new Map<DecidedRules, Map<StackExpectation, readonly Breach[]>>();
  const found = new Map<string, BrokenExpectation>();
  const numbers = new Map<StackExpectation, number>();
  for (const { path, rules, expected } of files) {
    for (const source of expected) {
      if (!numbers.has(source)) numbers.set(source, numbers.size);
      for (const breach of breachesOf(rules, source, judged, catalog)) {
        const key = JSON.stringify(
          [numbers.get(source), breach.place, breach.rule, breach.unmet, breach.by.statement.place, breach.by.statement.layer.id],
        );
        const known = found.get(key);
        found.set(key, known === undefined ? { ...breach, files: 1, example: path } : { ...known, files: known.files + 1 });
      }
    }
  }
  return [...found.values()];
}

function breachesOf(
  rules: DecidedRules,
  source: StackExpectation,
  judged: Map<DecidedRules, Map<StackExpectation, readonly Breach[]>>,
  catalog: Catalog,
): readonly Breach[] {
  let bySource = judged.get(rules);
  if (bySource === undefined) judged.set(rules, (bySource = new Map()));
  let breaches = bySource.get(source);
  if (breaches === undefined) {
    breaches = source.expectation.rules.flatMap((expected) => catalog.select(expected.selector)
      .filter((rule) => source.filters.every((filter) => letsThrough(filter, rule)))
      .flatMap(({ id }) => {
        const decision = rules.decisions.get(id);
        return decision === undefined ? [] : unmetBy(decision, expected).map((one): Breach => ({ ...one, source, rule: id }));
      }));
    bySource.set(source, breaches);
  }
  return breaches;
}

/** What a decision leaves to be desired. */
function unmetBy(
  decision: Decision, { level, atLeast, options, place, ...freedoms }: ExpectedRules,
): Pick<Breach, 'place' | 'unmet' | 'by'>[] {
  const entry = (index: number): TrailEntry => decision.trail[index] as TrailEntry;
  const unmet: Pick<Breach, 'place' | 'unmet' | 'by'>[] = [];
  const add = (own: Place, what: Unmet, by: number): number => unmet.push({ place: own, unmet: what, by: entry(by) });
  if (level !== null && decision.level !== level.value) {
    add(level.place, { part: 'level', expected: level.value, orHigher: false, found: decision.level }, decision.by);
  }
  // The levels stand in falling order.
  if (atLeast !== null && LEVELS.indexOf(decision.level) > LEVELS.indexOf(atLeast.value)) {
    add(atLeast.place, { part: 'level', expected: atLeast.value, orHigher: true, found: decision.level }, decision.by);
  }
  for (const { name, value, place: own } of options) {
    const decided = decision.options[name];
    if (JSON.stringify(decided?.value) !== JSON.stringify(value)) {
      add(own, { part: 'option', option: name, expected: value, found: decided?.value ?? null }, decided?.by ?? 0);
    }
  }
  for (const name of FREEDOMS) {
    const expected = freedoms[name];
    if (expected !== null && decision[name] !== expected.value) {
      add(expected.place, { part: name, expected: expected.value, found: decision[name] }, decision.freedomsBy[name]);
    }
  }
  return unmet;
}
