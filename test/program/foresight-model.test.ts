import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { ResolveReport } from '../../src/core/cascade/resolve-report.js';
import type * as Library from '../../src/host/workspace.js';
import { FILES, languageOf } from '../support/cascade-model.js';
import { CODES, differences, settings, told } from '../support/foresight.js';
import { inProject } from '../support/model-project.js';
import { projects, WITH_IDLE_IN_TURN, WITH_IDLE_RULING, WITH_SETTING } from '../support/random-projects.js';
import { runs } from '../support/runs.js';

const { CATALOG } = await import('../../dist/core/catalog/registry.js') as unknown as
  typeof import('../../src/core/catalog/registry.js');
const { finderFor } = await import('../../dist/core/finders/rule.js') as unknown as
  typeof import('../../src/core/finders/rule.js');

// Only the built library knows where its grammars are.
const { openWorkspace } = await import('../../dist/host/workspace.js') as unknown as typeof Library;

const many = { numRuns: runs(1, 30) };

test('what a setting would do is what two checks differ in', async () => {
  let changed = 0;
  await fc.assert(fc.asyncProperty(projects, async (project) => {
    await inProject(project, async ({ options }) => {
      const before = openWorkspace({ ...options, set: [] });
      const impact = await before.impact(openWorkspace(options));
      const after = openWorkspace(options);
      expect(told(impact)).toEqual(differences(await before.check(), await after.check()));
      const [old, now] = [settings(before.resolve()), settings(after.resolve())];
      const touched = [...now.keys()].filter((file) => JSON.stringify(old.get(file)) !== JSON.stringify(now.get(file)));
      changed += touched.length;
      // A file without changes is not mentioned.
      for (const { path } of [...impact.findings.values()].flatMap(
        ({ appearing, disappearing, relevelled }) => [...appearing, ...disappearing, ...relevelled],
      )) {
        expect(touched).toContain(path);
      }
    }, CODES);
  }), { ...many, examples: [[WITH_SETTING]] });
  expect(changed).toBeGreaterThan(0);
});

/** What holds of the rules that know the language of each file. */
function meant(report: ResolveReport): unknown[] {
  return [...settings(report)].map(([file, rules]) => [file, Object.entries(rules as object).filter(([id]) =>
    finderFor(CATALOG.get(id) as NonNullable<ReturnType<typeof CATALOG.get>>, languageOf(file)) !== null)]);
}

test('mending changes no decision, and what was mended is not reported again', async () => {
  let mended = 0;
  await fc.assert(fc.asyncProperty(projects, async (random) => {
    await inProject({ ...random, set: [] }, async ({ options }) => {
      const before = openWorkspace(options);
      const [held, report] = [meant(before.resolve()), await before.doctor()];
      const { mended: done, failed } = await before.mend(report);
      mended += done.length;
      expect(meant(openWorkspace(options).resolve())).toEqual(held);
      // What is left of those that could be mended is what would have changed something else.
      const left = (await openWorkspace(options).doctor()).diagnoses.filter(({ mend }) => mend !== null);
      expect(left.length).toBeLessThanOrEqual(failed.length);
    }, CODES);
  }), { ...many, examples: [[WITH_IDLE_RULING], [WITH_IDLE_IN_TURN]] });
  expect(mended).toBeGreaterThan(0);
});

test('resolve, explain, scope and check speak of the same files, rules and findings', async () => {
  await fc.assert(fc.asyncProperty(projects, fc.constantFrom(...FILES), fc.nat({ max: 12 }), async (project, file, line) => {
    await inProject(project, async ({ options }) => {
      const workspace = openWorkspace(options);
      const [resolved, checked] = [workspace.resolve(), await workspace.check()];
      const paths = resolved.files.map(({ path }) => path);
      expect(workspace.scope().checked.map(({ path }) => path)).toEqual(paths);
      expect(checked.files.map(({ path }) => path)).toEqual(paths);
      for (const { path, findings, rules } of checked.files) {
        for (const { rule, level: found } of findings.all) {
          expect([path, rule, rules.set.rules.get(rule)?.level]).toEqual([path, rule, found]);
        }
      }
      const lines = workspace.session.linesOf(file);
      if ((lines[line] ?? '') === '' && lines[line + 1] === undefined) return;
      const explained = await workspace.explainLine({ file, line: line + 1, column: null });
      const here = checked.files.find(({ path }) => path === file)?.findings.all
        .filter(({ span: { start, end } }) => start.line <= line + 1 && line + 1 <= end.line) ?? [];
      expect(explained.findings.map(({ rule, fingerprint }) => `${rule} ${fingerprint}`).sort()).toEqual(
        here.map(({ rule, fingerprint }) => `${rule} ${fingerprint}`).sort(),
      );
      expect(Object.fromEntries(explained.explanation.rules.set.rules)).toEqual(settings(resolved).get(file));
    }, CODES);
  }), many);
});
