import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { WorkspaceOptions } from '../../src/host/layers/run-settings.js';
import type * as Library from '../../src/host/workspace.js';
import { decide, languageOf, statementsFor } from '../support/cascade-model.js';
import { inProject } from '../support/model-project.js';
import {
  DIRECTORIES, projects, WITH_IDLE_RULING, type Layer, type Project, type Ruling, type Written,
} from '../support/random-projects.js';
import { CODES, differences, settings, told } from '../support/foresight.js';
import { runs } from '../support/runs.js';

const { CATALOG } = await import('../../dist/core/catalog/registry.js') as unknown as
  typeof import('../../src/core/catalog/registry.js');
const { finderFor } = await import('../../dist/core/finders/rule.js') as unknown as
  typeof import('../../src/core/finders/rule.js');

// Only the built library knows where its grammars are.
const { openWorkspace } = await import('../../dist/host/workspace.js') as unknown as typeof Library;

const many = { numRuns: runs(1, 30) };

const level = fc.constantFrom('error', 'warning', 'note', 'off');
const wish = fc.record({
  directory: fc.constantFrom(...DIRECTORIES),
  selector: fc.constantFrom('*', 'text/*', 'tag:starter', 'text/line-width', 'idiom/debug-print', 'size/branches', 'text/indent'),
  level,
  max: fc.option(fc.constantFrom(60, 80, 120)),
});

/** A line that no file has, so that the ruling that was set is known by it. */
const LINE = 7777;

/** The project with another layer in one of its directories. */
function withLayer(
  project: Project, directory: string, change: Partial<Layer>,
): { readonly project: Project; readonly layer: Layer } {
  const layer: Layer = {
    ...project.layers[directory] ?? { presets: [], inherit: true, rulings: [], zones: [], atMost: null }, ...change,
  };
  return { project: { ...project, layers: { ...project.layers, [directory]: layer } }, layer };
}

/** The project as it is meant to be with a ruling set in one of its directories. */
function withRuling(
  project: Project, directory: string, { selector, ...change }: Ruling,
): { readonly project: Project; readonly layer: Layer; readonly ruling: Ruling } {
  const rulings = project.layers[directory]?.rulings ?? [];
  const old = rulings.find((one) => one.selector === selector);
  const options = { ...old?.options, ...change.options };
  const ruling: Ruling = { selector, ...old, ...change, ...(Object.keys(options).length > 0 ? { options } : {}) };
  return {
    ...withLayer(project, directory, {
      rulings: old === undefined ? [...rulings, ruling] : rulings.map((one) => (one === old ? ruling : one)),
    }),
    ruling,
  };
}

test('a new ruling does what the model of the cascade says, and what was predicted', async () => {
  let deciding = 0;
  await fc.assert(fc.asyncProperty(projects, wish, async (random, { directory, selector, level: wanted, max }) => {
    const base = { ...random, set: [] };
    await inProject(base, async ({ options, written }) => {
      const change = { level: wanted, ...(selector === 'text/line-width' && max !== null ? { options: { max } } : {}) };
      const { project, layer, ruling } = withRuling(base, directory, { selector, ...change });
      const before = openWorkspace(options);
      const { edit, write } = await before.rules().set(
        { selector, change: change as never, zone: null }, { kind: 'directory', directory: directory === '' ? '.' : directory },
      );
      const found = await before.check();
      const known = settings(before.resolve());
      expect(await write()).toBe(null);

      const after = openWorkspace(options);
      const name = directory === '' ? 'elvar.yaml' : `${directory}/elvar.yaml`;
      // The prediction is about the code as it is, so without the lines that the edit itself writes.
      const others = (line: string): boolean => !line.includes(` ${name} `);
      expect(told(edit.impact).filter(others)).toEqual(differences(found, await after.check()).filter(others));
      const places = new Map([...written, [layer, { name, lines: new Map([[ruling, LINE]]) }]]);
      const resolved = settings(after.resolve());
      const outcome = { reached: 0, deciding: 0, inForce: 0 };
      for (const file of known.keys()) {
        const statements = statementsFor(project, file, places);
        const all = CATALOG.rules.map((rule) => [rule, decide(rule, statements)] as const);
        expect(resolved.get(file), file).toEqual(Object.fromEntries(all.map(([rule, { setting }]) => [rule.id, setting])));
        const met = all.flatMap(([rule, decided]) => {
          const index = decided.trail.findLastIndex(([own, line]) => own === name && line === LINE);
          return index < 0 || finderFor(rule, languageOf(file)) === null ? [] : [{ index, decided }];
        });
        const won = met.filter(({ index, decided: { level, turnedOnBy, options: own, freedoms, guards } }) =>
          [
            level.by,
            turnedOnBy,
            ...freedoms,
            ...guards.map(({ by }) => by),
            ...Object.values(own).map(({ by }) => by),
          ].includes(index));
        outcome.reached += Number(met.length > 0);
        outcome.deciding += Number(won.length > 0);
        outcome.inForce += Number(won.some(({ decided }) => decided.setting.level !== 'off'));
      }
      const { hindrances, level: said, ...counts } = edit.outcome as NonNullable<typeof edit.outcome>;
      expect(counts).toEqual(outcome);
      if (outcome.reached > 0) expect(said).toBe(ruling.level ?? null);
      expect(hindrances.length > 0).toBe(hindrances.some(({ files }) => files > 0));
      deciding += outcome.deciding;
    }, CODES);
  }), { ...many, examples: [[WITH_IDLE_RULING, { directory: '', selector: 'text/*', level: 'note', max: null }]] });
  expect(deciding).toBeGreaterThan(0);
});

/** That a project holds what the model says of another one. */
function expectHeld(options: WorkspaceOptions, project: Project, places: ReadonlyMap<Layer, Written>): void {
  for (const [file, held] of settings(openWorkspace(options).resolve())) {
    const statements = statementsFor(project, file, places);
    expect(held, file).toEqual(Object.fromEntries(CATALOG.rules.map((rule) => [rule.id, decide(rule, statements).setting])));
  }
}

test('a removed ruling leaves no trace', async () => {
  let removed = 0;
  await fc.assert(
    fc.asyncProperty(projects, fc.constantFrom(...DIRECTORIES), fc.nat({ max: 3 }), async (random, directory, index) => {
      const base = { ...random, set: [] };
      const rulings = base.layers[directory]?.rulings ?? [];
      const gone = rulings[index];
      if (gone === undefined) return;
      await inProject(base, async ({ options, written }) => {
        const { edit, write } = await openWorkspace(options).rules().set(
          { selector: gone.selector, change: 'remove', zone: null },
          { kind: 'directory', directory: directory === '' ? '.' : directory },
        );
        expect(edit.outcome).toBe(null);
        expect(await write()).toBe(null);
        const { project, layer } = withLayer(base, directory, { rulings: rulings.filter((one) => one !== gone) });
        expectHeld(options, project, new Map(
          [...written, [layer, { name: directory === '' ? 'elvar.yaml' : `${directory}/elvar.yaml`, lines: new Map() }]],
        ));
        removed += 1;
      });
    }),
    { ...many, numRuns: many.numRuns * 3, examples: [[WITH_IDLE_RULING, '', 0]] },
  );
  expect(removed).toBeGreaterThan(0);
});

const part = fc.subarray(['text/*', 'size/*', 'tag:starter', 'text/line-width', 'idiom/debug-print'], { maxLength: 2 });

test('an adopted preset comes after the existing ones, in the part that was asked for', async () => {
  let adopted = 0;
  await fc.assert(fc.asyncProperty(projects, fc.constantFrom(...DIRECTORIES), fc.nat({ max: 2 }), part, part, async (
    random, directory, preset, only, except,
  ) => {
    const base = { ...random, set: [] };
    await inProject(base, async ({ options, written }) => {
      const use = `${directory === '' ? './' : '../'.repeat(directory.split('/').length)}style/p${preset}.yaml`;
      const workspace = openWorkspace(options);
      const { edit, write } = await workspace.rules().adopt(
        { use, only, except }, null, { kind: 'directory', directory: directory === '' ? '.' : directory },
      );
      const found = await workspace.check();
      expect(await write()).toBe(null);
      const others = (line: string): boolean => !line.includes(` ${edit.file} `);
      expect(told(edit.impact).filter(others)).toEqual(differences(found, await openWorkspace(options).check()).filter(others));
      const wanted = { preset, ...(only.length > 0 ? { only } : {}), ...(except.length > 0 ? { except } : {}) };
      const { project, layer } = withLayer(base, directory, { presets: [...base.layers[directory]?.presets ?? [], wanted] });
      expectHeld(options, project, new Map([...written, [layer, { name: edit.file, lines: new Map() }]]));
      adopted += 1;
    }, CODES);
  }), many);
  expect(adopted).toBeGreaterThan(0);
});
