import fc from 'fast-check';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import { openWorkspace } from '../../src/host/workspace.js';
import { writeFiles } from '../support/project.js';

/*
 * A second, brute-force model of the cascade, written from its rules alone: it knows nothing of stacks, blocks or
 * views, puts the statements about one rule for one file in a row, and lets the last word win.
 */

interface Ruling {
  readonly selector: string;
  readonly level?: string;
  readonly options?: Readonly<Record<string, unknown>>;
}

interface Zone {
  readonly match: readonly string[] | null;
  readonly except: readonly string[];
  readonly rulings: readonly Ruling[];
}

interface Layer {
  readonly presets: readonly number[];
  readonly inherit: boolean;
  readonly rulings: readonly Ruling[];
  readonly zones: readonly Zone[];
}

interface Project {
  /** Directory → its layer; the empty text is the root. */
  readonly layers: Readonly<Record<string, Layer>>;
  /** A preset adopts only ones after itself. */
  readonly presets: readonly Layer[];
}

const DIRECTORIES = ['', 'a', 'a/b', 'c', 'c/b'];
const FILES = DIRECTORIES.flatMap((directory) => ['x.ts', 'x.test.ts', 'y.py'].map((name) => path.posix.join(directory, name)));

const level = fc.constantFrom('error', 'warning', 'note', 'off');
const wide = fc.record({ selector: fc.constantFrom('*', 'text/*', 'size/*', 'tag:starter', 'tag:layout'), level });
const narrow = fc.oneof(
  fc.record({ selector: fc.constant('text/line-width'), level, options: fc.record({ max: fc.integer({ min: 20, max: 200 }), 'urls-free': fc.boolean() }, { requiredKeys: [] }) }, { requiredKeys: ['selector', 'level'] }),
  fc.record({ selector: fc.constant('size/branches'), options: fc.record({ max: fc.integer({ min: 1, max: 30 }) }) }),
  fc.record({ selector: fc.constant('text/indent'), level, options: fc.record({ with: fc.constantFrom('spaces', 'tabs') }) }),
  fc.record({ selector: fc.constant('idiom/debug-print'), level, options: fc.record({ calls: fc.uniqueArray(fc.constantFrom('log', 'print', 'dump'), { maxLength: 3 }) }) }),
);
const rulings = fc.uniqueArray(fc.oneof(wide, narrow) as fc.Arbitrary<Ruling>, { selector: ({ selector }) => selector, maxLength: 4 });
const patterns = fc.array(fc.constantFrom('*.ts', '*.test.ts', '/b/', 'b/', 'y.py', '/x.ts', '!x.ts', '!*.test.ts', '/a/', '!b/'), { minLength: 1, maxLength: 3 });
const zone: fc.Arbitrary<Zone> = fc.record({
  match: fc.option(patterns),
  except: fc.oneof({ weight: 2, arbitrary: fc.constant([]) }, { weight: 1, arbitrary: patterns }),
  rulings,
});

function layer(presets: fc.Arbitrary<number[]>): fc.Arbitrary<Layer> {
  return fc.record({ presets, inherit: fc.constantFrom(true, true, true, false), rulings, zones: fc.array(zone, { maxLength: 2 }) });
}

const projects: fc.Arbitrary<Project> = fc.record({
  layers: fc.dictionary(fc.constantFrom(...DIRECTORIES), layer(fc.array(fc.nat(2), { maxLength: 2 })), { minKeys: 1 }),
  presets: fc.tuple(layer(fc.subarray([1, 2])), layer(fc.subarray([2])), layer(fc.constant([]))),
});

/** One statement, as far as the model is concerned. */
interface Said {
  readonly file: string;
  readonly line: number;
  readonly ruling: Ruling;
  cutOff: boolean;
}

/** A layer as the text of a file, and the line on which each ruling stands. */
function write({ presets, inherit, rulings: own, zones }: Layer, isPreset: boolean, up: string): { text: string; lines: Map<Ruling, number> } {
  const rows = [`title: a layer`];
  const lines = new Map<Ruling, number>();
  const block = (list: readonly Ruling[], indent: string): void => {
    if (list.length > 0) rows.push(`${indent}rulings:`);
    for (const ruling of list) {
      const { selector, level: said, options } = ruling;
      const long = { ...(said && { level: said }), ...(options && { options }) };
      rows.push(`${indent}  ${JSON.stringify(selector)}: ${options ? JSON.stringify(long) : said}`);
      lines.set(ruling, rows.length);
    }
  };
  if (!isPreset && !inherit) rows.push('inherit: false');
  if (presets.length > 0) rows.push(`presets: [${presets.map((index) => `${up}style/p${index}.yaml`).join(', ')}]`);
  block(own, '');
  if (zones.length > 0) rows.push('zones:');
  for (const { match, except, rulings: inZone } of zones) {
    rows.push(`  - except: ${JSON.stringify(except)}`);
    if (match !== null) rows.push(`    match: ${JSON.stringify(match)}`);
    block(inZone, '    ');
  }
  return { text: `${rows.join('\n')}\n`, lines };
}

/** Whether git would ignore `file` if `list` stood in an ignore file. Knows just the patterns used here. */
function isIn(list: readonly string[], file: string): boolean {
  const names = file.split('/');
  for (let depth = 1; depth <= names.length; depth += 1) {
    const here = names.slice(0, depth);
    const isDirectory = depth < names.length;
    const last = list.findLast((pattern) => {
      const bare = pattern.replace(/^!/, '');
      if (bare.endsWith('/') && !isDirectory) return false;
      const body = bare.replace(/\/$/, '');
      if (body.startsWith('/')) return here.join('/') === body.slice(1);
      const name = here.at(-1) as string;
      return body.startsWith('*') ? name.endsWith(body.slice(1)) : name === body;
    });
    if (last !== undefined && !last.startsWith('!')) return true;
  }
  return false;
}

const ORDER = [/^\*$/, /\/\*$/, /^tag:/, /./];

function widthOf({ selector }: Ruling): number {
  return ORDER.findIndex((form) => form.test(selector));
}

/** All statements for a file, lowest first, whatever rule they are about. */
function statementsFor({ layers, presets }: Project, file: string, written: ReadonlyMap<Layer, { name: string; lines: ReadonlyMap<Ruling, number> }>): Said[] {
  const said: Said[] = [];
  const speak = (own: Layer, base: string): void => {
    for (const index of own.presets) speak(presets[index] as Layer, base);
    const { name, lines } = written.get(own) as { name: string; lines: ReadonlyMap<Ruling, number> };
    const add = (list: readonly Ruling[]): void => {
      for (const ruling of list.toSorted((a, b) => widthOf(a) - widthOf(b))) {
        said.push({ file: name, line: lines.get(ruling) as number, ruling, cutOff: false });
      }
    };
    add(own.rulings);
    const relative = base === '' ? file : file.slice(base.length + 1);
    for (const { match, except, rulings: inZone } of own.zones) {
      if ((match === null || isIn(match, relative)) && !isIn(except, relative)) add(inZone);
    }
  };
  for (const directory of DIRECTORIES) {
    const own = layers[directory];
    if (own === undefined || (directory !== '' && !file.startsWith(`${directory}/`))) continue;
    if (!own.inherit) for (const outer of said) outer.cutOff = true;
    speak(own, directory);
  }
  return said;
}

function isAbout({ selector }: Ruling, rule: (typeof CATALOG.rules)[number]): boolean {
  if (selector === '*' || selector === rule.id || selector === `${rule.concern}/*`) return true;
  return rule.tags.some((tag) => selector === `tag:${tag}`);
}

test('the cascade decides as a brute-force model of it, with the same trail', () => {
  fc.assert(fc.property(projects, (project) => {
    const folder = mkdtempSync(path.join(tmpdir(), 'elvar-model-'));
    try {
      const written = new Map<Layer, { name: string; lines: ReadonlyMap<Ruling, number> }>();
      const put = (own: Layer, name: string, isPreset: boolean, up: string): void => {
        const { text, lines } = write(own, isPreset, up);
        written.set(own, { name, lines });
        writeFiles(folder, { [name]: text });
      };
      for (const [directory, own] of Object.entries(project.layers)) {
        const up = directory === '' ? './' : '../'.repeat(directory.split('/').length);
        put(own, path.posix.join(directory, 'elvar.yaml'), false, up);
      }
      project.presets.forEach((own, index) => put(own, `style/p${index}.yaml`, true, '../'));
      writeFiles(folder, Object.fromEntries(FILES.map((file) => [file, ''])));

      const workspace = openWorkspace({ directory: folder, root: folder });
      const resolved = new Map(workspace.resolve().files.map((file) => [file.path, file.rules]));
      for (const file of FILES) {
        const statements = statementsFor(project, file, written);
        const explained = workspace.explain(file).rules.decisions;
        for (const rule of CATALOG.rules) {
          const about = statements.filter(({ ruling }) => isAbout(ruling, rule));
          const heard = about.filter(({ cutOff }) => !cutOff).map(({ ruling }) => ruling);
          const expected = {
            level: heard.findLast((ruling) => ruling.level !== undefined)?.level ?? 'off',
            options: Object.assign({}, rule.defaults, ...heard.map(({ options }) => options ?? {})) as object,
            waivers: 'allow',
            fix: 'allow',
          };
          expect(resolved.get(file)?.set.rules.get(rule.id), `${rule.id} of ${file}`).toEqual(expected);
          const trail = explained.get(rule.id)?.trail.slice(1).map(({ statement, effect }) => [statement.place?.file, statement.place?.line, effect]);
          expect(trail, `the trail of ${rule.id} of ${file}`).toEqual(about.map((one) => [one.file, one.line, one.cutOff ? 'cut-off' : 'applied']));
          replay(explained.get(rule.id), expected);
        }
      }
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  }), { numRuns: Number(process.env['ELVAR_MODEL_RUNS'] ?? 60) });
}, 300_000);

/** What a decision says decided it must have said so. */
function replay(decision: ReturnType<ReturnType<typeof openWorkspace>['explain']>['rules']['decisions'] extends ReadonlyMap<string, infer D> ? D | undefined : never, expected: { level: string; options: object }): void {
  const by = decision?.trail[decision.by];
  expect(by?.statement.level?.value ?? 'off').toBe(expected.level);
  for (const [name, { value, by: index }] of Object.entries(decision?.options ?? {})) {
    if (index > 0) expect(decision?.trail[index]?.statement.options.find((setting) => setting.name === name)?.value).toEqual(value);
    expect(value).toEqual((expected.options as Record<string, unknown>)[name]);
  }
}
