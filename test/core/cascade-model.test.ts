import fc from 'fast-check';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Decision } from '../../src/core/model/statement.js';
import { openWorkspace, type Workspace } from '../../src/host/workspace.js';
import { decide, FILES, statementsFor } from '../support/cascade-model.js';
import { projects, TODAY, writeProject } from '../support/random-projects.js';

test('the cascade decides as a brute-force model of it, with the same trail', () => {
  fc.assert(fc.property(projects, (project) => {
    const folder = mkdtempSync(path.join(tmpdir(), 'elvar-model-'));
    try {
      const root = path.join(folder, 'tree');
      const written = writeProject(project, folder, FILES);
      const workspace = openWorkspace({
        directory: root, root, today: TODAY, set: project.set.map(({ text }) => text), env: { XDG_CONFIG_HOME: path.join(folder, 'config') },
      });
      compareAll(workspace, (file) => statementsFor(project, file, written));
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  }), { numRuns: Number(process.env['ELVAR_MODEL_RUNS'] ?? 60) });
}, 600_000);

/** Compares resolve, explain and the model on every file and rule. */
function compareAll(workspace: Workspace, statementsOf: (file: string) => ReturnType<typeof statementsFor>): void {
  const resolved = new Map(workspace.resolve().files.map((file) => [file.path, file.rules]));
  for (const file of FILES) {
    const statements = statementsOf(file);
    const explained = workspace.explain(file).rules.decisions;
    for (const rule of CATALOG.rules) {
      const expected = decide(rule, statements);
      const decision = explained.get(rule.id) as Decision;
      const at = `${rule.id} of ${file}`;
      expect(resolved.get(file)?.set.rules.get(rule.id), at).toEqual(expected.setting);
      expect(decision.trail.map(({ statement, effect, refusedBy }) => [statement.place?.file ?? null, statement.place?.line ?? null, effect, refusedBy]), at).toEqual(expected.trail);
      expect([decision.by, decision.guards, Object.fromEntries(Object.entries(decision.options).map(([name, { by }]) => [name, by]))], at).toEqual([expected.by, expected.guards, expected.optionsBy]);
    }
  }
}
