import { appendFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { openWorkspace } from '../../src/host/workspace.js';
import { decide, FILES, isAbout, isIn, statementsFor } from '../support/cascade-model.js';
import { inProject } from '../support/model-project.js';
import { projects } from '../support/random-projects.js';
import { runs } from '../support/runs.js';

const LEVELS = ['error', 'warning', 'note', 'off'];

/** What is expected of some rules, as it is written. */
interface Expected {
  readonly selector: string;
  readonly said: Readonly<Record<string, unknown>>;
}

interface Expectation {
  /** The directory of the layer file that has it. */
  readonly directory: string;
  readonly of: readonly string[] | null;
  readonly path: string;
  readonly rules: readonly Expected[];
}

const level = fc.constantFrom(...LEVELS);
const permission = fc.constantFrom('allow', 'refuse');
const parts = { waivers: permission, fix: permission, ledger: permission };
const wide = fc.tuple(fc.constantFrom('*', 'text/*', 'size/*', 'tag:starter'), fc.oneof(
  fc.record({ level, ...parts }, { requiredKeys: ['level'] }),
  fc.record({ 'at-least': level, ...parts }, { requiredKeys: ['at-least'] }),
));
const narrow = fc.tuple(fc.constant('text/line-width'), fc.record(
  {
    'at-least': level,
    options: fc.record({ max: fc.constantFrom(60, 80, 100, 120), 'urls-free': fc.boolean() }, { requiredKeys: ['max'] }),
  },
  { requiredKeys: ['options'] },
));
const lists = fc.tuple(
  fc.constant('idiom/debug-print'), fc.record({ options: fc.record({ calls: fc.subarray(['log', 'print', 'dump', 'say']) }) }),
);
const expectation: fc.Arbitrary<Expectation> = fc.record({
  directory: fc.constantFrom('', '', 'a', 'c/b'),
  of: fc.option(fc.array(
    fc.constantFrom('*.ts', '*.test.ts', '/b/', 'b/', 'y.py', '/x.ts', '!x.ts', '!*.test.ts', '/a/', '!b/', '*'),
    { minLength: 1, maxLength: 3 },
  )),
  path: fc.constantFrom('x.ts', 'b/x.test.ts', 'y.py', 'new/tide.ts'),
  rules: fc.uniqueArray(
    fc.oneof(wide, narrow, lists).map(([selector, said]): Expected => ({ selector, said })),
    { selector: ({ selector }) => selector, minLength: 1, maxLength: 2 },
  ),
});

/** The parts of a rule that are not as expected. */
function unmet(setting: ReturnType<typeof decide>['setting'], said: Expected['said']): string[] {
  const { 'at-least': least, options = {}, ...exact } = said as { 'at-least'?: string; options?: Record<string, unknown> };
  return [
    ...(least !== undefined && LEVELS.indexOf(setting.level) > LEVELS.indexOf(least) ? ['level'] : []),
    ...Object.entries(exact)
      .flatMap(([part, value]) => ((setting as unknown as Record<string, unknown>)[part] === value ? [] : [part])),
    ...Object.entries(options)
      .flatMap(([name, value]) => (JSON.stringify(setting.options[name]) === JSON.stringify(value) ? [] : [`options.${name}`])),
  ];
}

test('what does not hold is what the model of the cascade breaks, in as many files', async () => {
  await fc.assert(fc.asyncProperty(projects, fc.array(
    expectation, { minLength: 1, maxLength: 3 },
  ), async (project, expectations) => {
    await inProject(project, ({ root, written, options }) => {
      const own = expectations.filter(({ directory }) => Object.hasOwn(project.layers, directory));
      const counts = new Map<string, number>();
      for (const [number, { directory, of, path: named, rules }] of own.entries()) {
        const item = {
          ...(of === null ? { path: named } : { of }),
          rulings: Object.fromEntries(rules.map(({ selector, said }) => [selector, said])),
          because: `expectation ${number}`,
        };
        const isFirst = own.findIndex((one) => one.directory === directory) === number;
        appendFileSync(path.join(root, directory, 'elvar.yaml'), `${isFirst ? 'expect:\n' : ''}  - ${JSON.stringify(item)}\n`);
        const prefix = directory === '' ? '' : `${directory}/`;
        const below = FILES.filter((file) => file.startsWith(prefix)).map((file) => file.slice(prefix.length));
        const layerFiles = Object.keys(project.layers).map((layer) => path.posix.join(layer, 'elvar.yaml'));
        const all = [...below, ...[...layerFiles, 'style/p0.yaml', 'style/p1.yaml', 'style/p2.yaml']
          .filter((file) => file.startsWith(prefix))
          .map((file) => file.slice(prefix.length))];
        for (const file of of === null ? [named] : all.filter((one) => isIn(of, one))) {
          const statements = statementsFor(project, `${prefix}${file}`, written);
          for (const rule of CATALOG.rules) {
            const { setting } = decide(rule, statements);
            for (const { selector, said } of rules) {
              if (!isAbout(selector, rule)) continue;
              for (const part of unmet(setting, said)) {
                counts.set(`${number} ${rule.id} ${part}`, (counts.get(`${number} ${rule.id} ${part}`) ?? 0) + 1);
              }
            }
          }
        }
      }
      const found = new Map<string, number>();
      for (const { source, rule, unmet: one, files } of openWorkspace(options).resolve().expectations.broken) {
        const key = `${source.expectation.because?.slice('expectation '.length)} ${rule} `
          + (one.part === 'option' ? `options.${one.option}` : one.part);
        found.set(key, (found.get(key) ?? 0) + files);
      }
      expect([...found].sort()).toEqual([...counts].sort());
    });
  }), { numRuns: runs(4, 300) });
});
