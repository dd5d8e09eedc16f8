import { NOTHING_EXPECTED } from '../../src/core/expectations/broken-expectation.js';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { parse } from 'yaml';
import { diagnose } from '../../src/core/doctor/diagnose.js';
import { daysAfter } from '../../src/core/base/date.js';
import { removeRuling } from '../../src/core/layers/edit/edit-layer.js';
import { EditError } from '../../src/core/layers/edit/edit-yaml.js';
import { finderFor } from '../../src/core/finders/rule.js';
import { overlayOf } from '../../src/host/files/overlay.js';
import { openWorkspace, type Workspace } from '../../src/host/workspace.js';
import { inProject } from '../support/model-project.js';
import { DIRECTORIES, projects, TODAY, WITH_IDLE_RULING } from '../support/random-projects.js';
import { runs, size } from '../support/runs.js';

/** All that holds for every file and may matter later, without the lines in which it is written. */
function contentOf(workspace: Workspace): string {
  const { files, catalog } = workspace.resolve();
  return JSON.stringify(files.map(({ path: file, language, rules }) =>
    [file, catalog.rules.filter((rule) => finderFor(rule, language) !== null).map(({ id }) => {
      const { level, options, waivers, fix, ledger, guards, trail } =
        rules.decisions.get(id) as NonNullable<ReturnType<typeof rules.decisions.get>>;
      const values = Object.entries(options).map(([name, { value }]) => [name, value]);
      const where = (index: number | null): unknown => (index === null
        ? null
        : [trail[index]?.statement.layer.id.replace(/:\d+:\d+/g, ''), trail[index]?.statement.selector]);
      const refused = trail.flatMap(
        ({ effect, statement }) => (effect.endsWith('refused') ? [[statement.layer.file, statement.selector]] : []),
      );
      return [id, level, values, waivers, fix, ledger, guards.map(({ kind, by }) => [kind, where(by)]), refused];
    })]));
}

test('a ruling is called idle if, and only if, nothing is different without it', async () => {
  let [idle, useful] = [0, 0];
  await fc.assert(fc.asyncProperty(projects, async (project) => {
    await inProject({ ...project, set: [] }, ({ root, options }) => {
      const workspace = openWorkspace(options);
      const { catalog, files, layers, skipped } = workspace.resolve();
      const diagnoses = diagnose({
        catalog, today: TODAY, files, layers, skipped, ignoreLines: [], hidden: [], guardedOut: [],
        expectations: NOTHING_EXPECTED, foreign: [], ledger: [], waivers: [], failedExamples: [], leftAside: [], intake: [],
      });
      const before = contentOf(workspace);
      for (const directory of DIRECTORIES) {
        const file = directory === '' ? 'elvar.yaml' : `${directory}/elvar.yaml`;
        if (project.layers[directory] === undefined) continue;
        const text = readFileSync(path.join(root, file), 'utf8');
        for (const selector of Object.keys((parse(text) as { rulings?: object }).rulings ?? {})) {
          const ofFile = diagnoses.filter((one) => one.file === file);
          const about = ofFile.filter(({ detail }) =>
            'selector' in detail && detail.selector === selector && !('zone' in detail && detail.zone !== null));
          const isIdle = about.some(({ detail }) => detail.code === 'idle-ruling')
            || ofFile.some(({ detail }) => detail.code === 'repeats-outer');
          // What is reported for another reason is not reported as idle.
          const isTold = about.some(({ detail }) => detail.code === 'refused') || ofFile.some(({ detail }) =>
            detail.code === 'expired' && detail.of.kind === 'ruling' && detail.of.selector === selector);
          let after: string;
          try {
            after = removeRuling(text, null, selector);
          } catch (error) {
            expect(error).toBeInstanceOf(EditError);
            continue;
          }
          const same = contentOf(workspace.trial({ overlay: overlayOf(new Map([[path.join(root, file), after]])) })) === before;
          if (isIdle) expect(same, `${file} ${selector} is called idle`).toBe(true);
          if (same && !isTold && reaches(workspace, file, selector)) {
            expect(isIdle, `${file} ${selector} changes nothing`).toBe(true);
          }
          if (isIdle) idle += 1;
          else useful += 1;
        }
      }
    });
  }), { numRuns: runs(2, 80), examples: [[WITH_IDLE_RULING]] });
  expect(Math.min(idle, useful)).toBeGreaterThan(size(0, 5));
});

/** Whether a ruling says anything about a rule that knows the language of a file. */
function reaches(workspace: Workspace, file: string, selector: string): boolean {
  const { files, catalog } = workspace.resolve();
  return files.some(({ rules, language }) => [...rules.decisions.values()].some(({ rule, trail }) =>
    finderFor(catalog.get(rule) as NonNullable<ReturnType<typeof catalog.get>>, language) !== null
      && trail.some(({ statement }) => statement.place?.file === file
        && statement.selector === selector && statement.zone === null && statement.kind === 'ruling')));
}

test('days are counted by the calendar', () => {
  fc.assert(fc.property(fc.integer({ min: 400, max: 80_000 }), fc.integer({ min: -400, max: 800 }), (start, days) => {
    const iso = (number: number): string => new Date(number * 86_400_000).toISOString().slice(0, 10);
    expect(daysAfter(iso(start), days)).toBe(iso(start + days));
  }));
});
