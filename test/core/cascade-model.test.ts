import fc from 'fast-check';
import { expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Decision } from '../../src/core/model/statement.js';
import { openWorkspace, type Workspace } from '../../src/host/workspace.js';
import { decide, FILES, statementsFor } from '../support/cascade-model.js';
import { inProject } from '../support/model-project.js';
import { projects } from '../support/random-projects.js';
import { runs } from '../support/runs.js';

test('the cascade decides as a brute-force model of it, with the same trail', async () => {
  await fc.assert(fc.asyncProperty(projects, async (project) => {
    await inProject(project, ({ written, options }) =>
      compareAll(openWorkspace(options), (file) => statementsFor(project, file, written)));
  }), { numRuns: runs(2, 100) });
});

/** Compares resolve, explain and the model on every file and rule. */
function compareAll(workspace: Workspace, statementsOf: (file: string) => ReturnType<typeof statementsFor>): void {
  const resolved = new Map(workspace.resolve().files.map((file) => [file.path, file.rules]));
  for (const file of FILES) {
    const statements = statementsOf(file);
    const rules = resolved.get(file);
    // Decisions are put together later than the set, and say the same.
    expect([...rules?.decisions ?? []].map((
      [id, { level, waivers, fix, ledger, options }],
    ) => [id, {
      level, waivers, fix, ledger, options: Object.fromEntries(Object.entries(options).map(([name, { value }]) => [name, value])),
    }])).toEqual(
      [...rules?.set.rules ?? []],
    );
    const explained = workspace.explain(file).rules.decisions;
    for (const rule of CATALOG.rules) {
      const expected = decide(rule, statements);
      const decision = explained.get(rule.id) as Decision;
      const at = `${rule.id} of ${file}`;
      expect(resolved.get(file)?.set.rules.get(rule.id), at).toEqual(expected.setting);
      expect(
        decision.trail.map(({ statement, effect, refused }) => [
          statement.place?.file ?? null,
          statement.place?.line ?? null,
          effect,
          refused.map(({ part }) => part),
          refused[0]?.by ?? null,
        ]),
        at,
      ).toEqual(expected.trail);
      const { by, over, guards } = decision;
      const options = Object.entries(decision.options).map(([name, option]) =>
        [name, { by: option.by, over: option.over, items: option.items?.map((item) => [item.value, item.by]) ?? null }]);
      expect([{ by, over }, guards, Object.fromEntries(options)], at).toEqual(
        [expected.level, expected.guards, expected.options],
      );
    }
  }
}
