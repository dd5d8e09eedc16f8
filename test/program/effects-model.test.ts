import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Place } from '../../src/core/base/place.js';
import type { ResolvedFile } from '../../src/core/cascade/resolve-report.js';
import type * as LayerEffects from '../../src/core/impact/layer-effects.js';
import type * as ZoneEffects from '../../src/core/impact/zone-effects.js';
import type { Decision, Statement } from '../../src/core/model/statement.js';
import type * as Library from '../../src/host/workspace.js';
import { CODES } from '../support/foresight.js';
import { inProject } from '../support/model-project.js';
import { projects } from '../support/random-projects.js';
import { HAS_TIME, runs } from '../support/runs.js';

const { CATALOG } = await import('../../dist/core/catalog/registry.js') as unknown as
  typeof import('../../src/core/catalog/registry.js');
const { finderFor } = await import('../../dist/core/finders/rule.js') as unknown as
  typeof import('../../src/core/finders/rule.js');

// Only the built library knows where its grammars are.
const { openWorkspace } = await import('../../dist/host/workspace.js') as unknown as typeof Library;
const { findingsBrought, keyOf, layerEffects } =
  await import('../../dist/core/impact/layer-effects.js') as unknown as typeof LayerEffects;
const { filesReached, zoneEffects } = await import('../../dist/core/impact/zone-effects.js') as unknown as typeof ZoneEffects;

const isAt = (place: Place | null | undefined, other: Place): boolean =>
  place?.file === other.file && place.line === other.line && place.column === other.column;

/** The decisions of a file about rules that know its language. */
function decisionsOf({ rules, language }: ResolvedFile): Decision[] {
  return [...rules.decisions.values()].filter(({ rule }) =>
    finderFor(CATALOG.get(rule) as NonNullable<ReturnType<typeof CATALOG.get>>, language) !== null);
}

/** Where in the trail of a decision a statement stands: a preset that is adopted twice says everything twice. */
function indexesOf({ trail }: Decision, place: Place): number[] {
  return trail.flatMap(({ statement }, index) => (isAt(statement.place, place) ? [index] : []));
}

const nameOf = ({ layer, place }: Statement): string => `${layer.id} ${place?.line}:${place?.column}`;

test('what a ruling, a guard and a zone do is what one sees who looks at each file', async () => {
  const met = { statements: 0, guards: 0, refused: 0, zones: 0, findings: 0 };
  await fc.assert(fc.asyncProperty(projects, async (random) => {
    await inProject({ ...random, set: [] }, async ({ options }) => {
      const workspace = openWorkspace(options);
      const { files, layers, catalog } = workspace.resolve();
      const checked = await workspace.check();
      const where = (test: (file: ResolvedFile) => boolean): string[] => files.filter(test).map(({ path }) => path);
      for (const layer of layers) {
        const brought = findingsBrought(checked, layer.file);
        for (const { place, reached, deciding, guard } of layerEffects(files, layer.file, catalog)) {
          met.statements += 1;
          expect(reached, `${layer.file}:${place.line} reaches`).toBe(
            where((file) => decisionsOf(file).some((decision) => indexesOf(decision, place).length > 0)).length,
          );
          expect(filesReached(files, 'statement', place, catalog), `${layer.file}:${place.line} decides`).toHaveLength(deciding);
          const open = checked.files.flatMap(({ findings, rules }) => findings.all.filter(({ rule, excused }) => {
            const decision = rules.decisions.get(rule);
            return excused === null && isAt(decision?.trail[decision.by]?.statement.place, place);
          }));
          expect(brought.get(keyOf(place)) ?? 0).toBe(open.length);
          met.findings += open.length;
          if (guard === null) continue;
          met.guards += 1;
          expect(guard.protecting, `${layer.file}:${place.line} guards`).toBe(
            where((file) => decisionsOf(file).some(
              (decision) => decision.guards.some(({ by }) => indexesOf(decision, place).includes(by)),
            )).length,
          );
          const refusals = (file: ResolvedFile): Statement[] =>
            decisionsOf(file).flatMap((decision) =>
              decision.trail.filter(({ refused }) => refused.some(({ by }) => indexesOf(decision, place).includes(by)))
                .map(({ statement }) => statement));
          expect(guard.refusing).toBe(where((file) => refusals(file).length > 0).length);
          expect(guard.refused.map(nameOf).toSorted()).toEqual([...new Set(files.flatMap(refusals).map(nameOf))].toSorted());
          met.refused += guard.refused.length;
        }
        for (const { place, files: number } of zoneEffects(files, layer)) {
          met.zones += 1;
          const there = where(({ rules }) =>
            [...rules.decisions.values()].some(({ trail }) => trail.some(({ statement: { zone } }) => isAt(zone?.place, place))));
          expect(
            [number, filesReached(files, 'zone', place, catalog)], `${layer.file}:${place.line} zone`,
          ).toEqual([there.length, there]);
        }
      }
    }, CODES);
  }), { numRuns: runs(2, 40) });
  // A few projects need not have all of it.
  if (HAS_TIME) expect(Math.min(...Object.values(met)), JSON.stringify(met)).toBeGreaterThan(5);
});
