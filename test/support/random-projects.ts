import path from 'node:path';
import fc from 'fast-check';
import { writeFiles } from './project.js';

/** The day of the random projects; rulings hold until a little before or after it. */
export const TODAY = '2026-06-15';

export interface Ruling {
  readonly selector: string;
  readonly level?: string;
  readonly options?: Readonly<Record<string, unknown>>;
  readonly until?: string;
  readonly guard?: string;
  readonly waivers?: string;
  readonly fix?: string;
  readonly ledger?: string;
}

/** A preset by its number, and the part of it that is adopted. */
export interface Use {
  readonly preset: number;
  readonly only?: readonly string[];
  readonly except?: readonly string[];
}

export interface Zone {
  readonly match: readonly string[] | null;
  readonly except: readonly string[];
  readonly languages: readonly string[] | null;
  readonly presets: readonly Use[];
  readonly rulings: readonly Ruling[];
  readonly atMost: string | null;
}

export interface Layer {
  readonly presets: readonly Use[];
  readonly inherit: boolean;
  readonly rulings: readonly Ruling[];
  readonly zones: readonly Zone[];
  readonly atMost: string | null;
}

export interface Project {
  /** Directory → its layer; the empty text is the root. */
  readonly layers: Readonly<Record<string, Layer>>;
  readonly personal: Layer | null;
  /** A preset adopts only ones after itself. */
  readonly presets: readonly Layer[];
  /** What the command line sets, as it is typed and as a ruling. */
  readonly set: readonly { readonly text: string; readonly ruling: Ruling }[];
}

/** Directories that may have a layer file. */
export const DIRECTORIES = ['', 'a', 'a/b', 'c', 'c/b'];

const maybe = <Value>(value: fc.Arbitrary<Value>, weight = 1): fc.Arbitrary<Value | undefined> =>
  fc.oneof({ weight: 4, arbitrary: fc.constant(undefined) }, { weight, arbitrary: value });
const level = fc.constantFrom('error', 'warning', 'note', 'off');
const guard = maybe(fc.constantFrom('no-weaker', 'no-weaker', 'fixed', 'none'), 2);
const permission = maybe(fc.constantFrom('allow', 'refuse'));
const until = maybe(fc.constantFrom('2026-06-14', '2026-06-15', '2026-06-16', '2020-01-01'));
const names = fc.subarray(['log', 'print', 'dump', 'say']);
const calls = fc.oneof(names, fc.record({ add: names, drop: names }, { requiredKeys: [] }));

const wide = fc.tuple(fc.constantFrom('*', 'text/*', 'size/*', 'idiom/*', 'tag:starter', 'tag:layout'), fc.constant({}));
const narrow = fc.oneof(
  fc.tuple(fc.constant('text/line-width'), fc.record(
    { max: fc.constantFrom(60, 80, 100, 120), 'urls-free': fc.boolean(), 'tab-width': fc.constantFrom(2, 8) },
    { requiredKeys: [] },
  )),
  fc.tuple(fc.constant('size/branches'), fc.record({ max: fc.constantFrom(5, 10, 15) }, { requiredKeys: [] })),
  fc.tuple(fc.constant('idiom/debug-print'), fc.record({ calls }, { requiredKeys: [] })),
  fc.tuple(fc.constant('text/indent'), fc.record({ with: fc.constantFrom('spaces', 'tabs') }, { requiredKeys: [] })),
);

const ruling: fc.Arbitrary<Ruling> = fc.tuple(
  fc.oneof({ weight: 2, arbitrary: wide }, { weight: 3, arbitrary: narrow }),
  maybe(level, 12),
  guard,
  permission,
  permission,
  permission,
  until,
)
  .map(([[selector, options], said, guards, waivers, fix, ledger, last]) => ({
    selector,
    // A ruling has to say something.
    level: said ?? (Object.keys(options).length > 0
      || guards !== undefined || waivers !== undefined || fix !== undefined || ledger !== undefined
      ? undefined
      : 'note'),
    options: Object.keys(options).length > 0 ? options : undefined,
    guard: guards, waivers, fix, ledger, until: last,
  })).map((parts) => Object.fromEntries(Object.entries(parts).filter(([, value]) => value !== undefined)) as unknown as Ruling);

const rulings = fc.uniqueArray(ruling, { selector: ({ selector }) => selector, maxLength: 4 });
const patterns = fc.array(
  fc.constantFrom('*.ts', '*.test.ts', '/b/', 'b/', 'y.py', '/x.ts', '!x.ts', '!*.test.ts', '/a/', '!b/'),
  { minLength: 1, maxLength: 3 },
);
const selectorList = fc.subarray(
  ['*', 'text/*', 'size/*', 'tag:starter', 'text/line-width', 'idiom/debug-print'], { minLength: 1, maxLength: 2 },
);
const atMost = maybe(fc.constantFrom('warning', 'note', 'off')).map((value) => value ?? null);

function uses(presets: readonly number[]): fc.Arbitrary<Use[]> {
  if (presets.length === 0) return fc.constant([]);
  const use = fc.record(
    { preset: fc.constantFrom(...presets), only: selectorList, except: selectorList }, { requiredKeys: ['preset'] },
  ) as fc.Arbitrary<Use>;
  return fc.oneof(
    { weight: 3, arbitrary: fc.constant<Use[]>([]) }, { weight: 2, arbitrary: fc.array(use, { minLength: 1, maxLength: 2 }) },
  );
}

function layers(presets: readonly number[]): fc.Arbitrary<Layer> {
  const zone: fc.Arbitrary<Zone> = fc.record({
    match: fc.option(patterns),
    except: fc.oneof({ weight: 2, arbitrary: fc.constant([]) }, { weight: 1, arbitrary: patterns }),
    languages: maybe(fc.constantFrom(['typescript'], ['python', 'css'], [])).map((value) => value ?? null),
    presets: uses(presets),
    rulings,
    atMost,
  });
  return fc.record({
    presets: uses(presets),
    inherit: fc.constantFrom(true, true, true, false),
    rulings,
    zones: fc.array(zone, { maxLength: 2 }),
    atMost,
  });
}

/** A personal file: no guards, no cap of its own. */
const personal = layers([0, 1, 2]).map((own): Layer => {
  const bare = (list: readonly Ruling[]): Ruling[] => list.map(({ guard: _, ...rest }) => ({ level: 'note', ...rest }));
  return {
    ...own, atMost: null, rulings: bare(own.rulings), zones: own.zones.map((zone) => ({ ...zone, rulings: bare(zone.rulings) })),
  };
});

const set = fc.oneof(
  fc.tuple(fc.constantFrom('*', 'text/*', 'tag:starter', 'text/indent'), level)
    .map(([selector, said]) => ({ text: `${selector}=${said}`, ruling: { selector, level: said } })),
  fc.constantFrom(60, 140)
    .map((max) => ({ text: `text/line-width.max=${max}`, ruling: { selector: 'text/line-width', options: { max } } })),
  calls.map((value) => ({
    text: `idiom/debug-print.calls=${JSON.stringify(value)}`,
    ruling: { selector: 'idiom/debug-print', options: { calls: value } },
  })),
);

/** Projects with everything that decides something. */
export const projects: fc.Arbitrary<Project> = fc.record({
  layers: fc.dictionary(fc.constantFrom(...DIRECTORIES), layers([0, 1, 2]), { minKeys: 1 }),
  personal: fc.oneof({ weight: 2, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: personal }),
  presets: fc.tuple(layers([1, 2]), layers([2]), layers([])),
  set: fc.array(set, { maxLength: 2 }),
});

/** A project with a ruling that decides and one that is idle, for tests that have to meet both however few projects they try. */
export const WITH_IDLE_RULING: Project = {
  layers: {
    '': {
      presets: [], inherit: true, zones: [], atMost: null,
      rulings: [{ selector: 'text/line-width', level: 'off' }, { selector: 'size/branches', level: 'error' }],
    },
  },
  personal: null, presets: [], set: [],
};

/** A project with a ruling that decides nothing once another one, which decides nothing, is gone. */
export const WITH_IDLE_IN_TURN: Project = {
  ...WITH_IDLE_RULING,
  layers: {
    '': {
      presets: [], inherit: true, zones: [], atMost: null,
      rulings: [{ selector: 'text/*', level: 'error' }, { selector: 'tag:starter', level: 'off', guard: 'none' }, {
        selector: 'tag:layout', level: 'error', fix: 'allow',
      }],
    },
  },
};

/** A project in which a setting of the command line changes a rule, so that a run meets one however few projects it tries. */
export const WITH_SETTING: Project = {
  ...WITH_IDLE_RULING, set: [{ text: 'text/*=error', ruling: { selector: 'text/*', level: 'error' } }],
};

/** How a layer is named in places, and the lines on which its rulings and caps stand. */
export interface Written {
  readonly name: string;
  readonly lines: ReadonlyMap<Ruling | Zone | Layer, number>;
}

/** Writes a project into `root` of a folder, and the personal file into `config`. */
export function writeProject(project: Project, folder: string, files: readonly string[]): Map<Layer, Written> {
  const written = new Map<Layer, Written>();
  const put = (own: Layer, target: string, name: string, isProject: boolean, up: string): void => {
    const { text, lines } = layerText(own, isProject, up);
    written.set(own, { name, lines });
    writeFiles(folder, { [target]: text });
  };
  for (const [directory, own] of Object.entries(project.layers)) {
    const name = path.posix.join(directory, 'elvar.yaml');
    put(own, `tree/${name}`, name, true, directory === '' ? './' : '../'.repeat(directory.split('/').length));
  }
  project.presets.forEach((own, index) => put(own, `tree/style/p${index}.yaml`, `style/p${index}.yaml`, false, '../'));
  if (project.personal !== null) {
    put(project.personal, 'config/elvar/elvar.yaml', path.join(folder, 'config/elvar/elvar.yaml'), false, '../../tree/');
  }
  writeFiles(folder, Object.fromEntries(files.map((file) => [`tree/${file}`, ''])));
  return written;
}

/** A layer as YAML, and the line of everything that makes a statement. */
function layerText(layer: Layer, isProject: boolean, up: string): { text: string; lines: Map<Ruling | Zone | Layer, number> } {
  const { presets, inherit, rulings: own, zones, atMost: cap } = layer;
  const rows = ['title: a layer'];
  const lines = new Map<Ruling | Zone | Layer, number>();
  const block = (list: readonly Ruling[], indent: string): void => {
    if (list.length > 0) rows.push(`${indent}rulings:`);
    for (const one of list) {
      const { selector, ...parts } = one;
      const isShort = Object.keys(parts).length === 1 && parts.level !== undefined;
      rows.push(`${indent}  ${JSON.stringify(selector)}: ${isShort ? parts.level : JSON.stringify(parts)}`);
      lines.set(one, rows.length);
    }
  };
  const adopt = (list: readonly Use[], indent: string): void => {
    if (list.length > 0) rows.push(`${indent}presets:`);
    for (const { preset, ...filter } of list) {
      const reference = `${up}style/p${preset}.yaml`;
      rows.push(`${indent}  - ${Object.keys(filter).length === 0 ? reference : JSON.stringify({ use: reference, ...filter })}`);
    }
  };
  if (isProject && !inherit) rows.push('inherit: false');
  if (cap !== null) lines.set(layer, rows.push(`at-most: ${cap}`));
  adopt(presets, '');
  block(own, '');
  if (zones.length > 0) rows.push('zones:');
  for (const zone of zones) {
    rows.push(`  - except: ${JSON.stringify(zone.except)}`);
    if (zone.match !== null) rows.push(`    match: ${JSON.stringify(zone.match)}`);
    if (zone.languages !== null) rows.push(`    languages: ${JSON.stringify(zone.languages)}`);
    adopt(zone.presets, '    ');
    block(zone.rulings, '    ');
    if (zone.atMost !== null) lines.set(zone, rows.push(`    at-most: ${zone.atMost}`));
  }
  return { text: `${rows.join('\n')}\n`, lines };
}
