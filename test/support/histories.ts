import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { elvar, writeFiles } from './project.js';
import { size } from './runs.js';

/** The files of a project with a history. */
export const NAMES = ['a.js', 'b.py', 'quay/c.js', 'quay/d.ts', 'e.md'];

const PIECES: Readonly<Record<string, readonly string[]>> = {
  js: [
    'go(a == b);\n', 'go(a != b);\n', 'var x = 1;\n', '// elvar waive slips/loose-compare until 2026-06-20 because tides\n',
    '// elvar waive slips/loose-compare\n', 'console.log(1)\n', '// TODO moor\n', 'const tide = "hte quay";\n',
    '// @generated\n', 'go("é😀" == b);\n', '\0', 'export function moor() {}\n', "import { moor } from './quay/c.js';\n",
    "import { moor } from '../a.js';\n", 'moor();\n', "const { sail } = require('./quay/d');\n", 'function sail() { sail(); }\n',
    'go("moor");\n', '// elvar waive dead/*, imports/* below because tides\n',
  ],
  py: [
    'def moor():\n    pass\n', 'moor()\n', 'class Quay:\n    pass\n', 'import os\n', 'print(1)\n', 'x = a == None\n',
    '# elvar waive words/* throughout because tides\n', '# hte tide\n',
  ],
  ts: [
    'const a: any = 1;\n', 'go(a == b);\n', 'export {};\n', 'export const sail = 1;\n', "import './c.js';\n",
    'export interface Moor { length: number }\n',
  ],
  md: ['Call `moor` first.\n', 'A line that is longer than twenty characters.\n', 'hte quay\n'],
};

const BASE =
  'slips/*: warning, text/*: note, waivers/*: note, idiom/*: note, dead/*: note, imports/*: note, docs/ticketless-todo: note';

/** Layer files that the root may have. */
export const LAYERS = [
  `rulings: { ${BASE} }\n`,
  `rulings: { ${BASE}, slips/loose-compare: error }\n`,
  `rulings: { ${BASE}, slips/loose-compare: { level: note, waivers: refuse } }\n`,
  `rulings: { ${BASE}, text/line-width: { level: error, options: { max: 20 } } }\n`,
  'presets: [elvar:starter]\npolicy: { reasons: required }\n',
  `rulings: { ${BASE} }\nscope: { generated: check, largest: 60 }\n`,
  `rules:\n  house/go:\n    title: No going\n    languages: [javascript]\n    pattern: 'go'\n    message: gone\n`
    + `rulings: { ${BASE}, house/go: warning }\n`,
  `rules:\n  house/go:\n    title: No going\n    languages: [javascript]\n    pattern: 'moor'\n    message: moored\n`
    + `rulings: { ${BASE}, house/go: warning }\n`,
  'presets: [elvar:starter]\nrulings: { slips/loose-compare: { level: warning, fix: refuse }, idiom/*: note }\n'
    + 'scope: { ignore: [quay/] }\n',
  `rulings: { ${BASE} }\nlanguages: { typescript: ["*.js"], python: ["*.md"] }\n`,
  'rulings: { words/spelling: { level: note, options: { known: { add: [hte] } } } }\n',
];

/** Something that happens to a project. */
export type Step =
  | { readonly kind: 'write'; readonly file: number; readonly pieces: readonly number[]; readonly keepsTimes: boolean }
  | { readonly kind: 'layer' | 'inner'; readonly which: number }
  | { readonly kind: 'rename'; readonly file: number; readonly to: number }
  | { readonly kind: 'remove' | 'touch'; readonly file: number }
  | { readonly kind: 'day'; readonly day: number }
  | { readonly kind: 'take' | 'forget' }
  | { readonly kind: 'damage'; readonly how: 'cut' | 'noise' | 'garbage' | 'version'; readonly at: number }
  | { readonly kind: 'narrow'; readonly file: number };

const file = fc.nat({ max: NAMES.length - 1 });
/** Histories of a project. */
export const histories = fc.array(fc.oneof(
  { weight: 6, arbitrary: fc.record({
    kind: fc.constant<'write'>('write'), file, pieces: fc.array(fc.nat({ max: 18 }), { maxLength: 3 }), keepsTimes: fc.boolean(),
  }) },
  { weight: 3, arbitrary: fc.record(
    { kind: fc.constantFrom<('layer' | 'inner')[]>('layer', 'layer', 'inner'), which: fc.nat({ max: LAYERS.length - 1 }) },
  ) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant<'rename'>('rename'), file, to: file }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constantFrom<('remove' | 'touch')[]>('remove', 'touch'), file }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant<'day'>('day'), day: fc.nat({ max: 10 }) }) },
  { weight: 1, arbitrary: fc.constantFrom<Step[]>({ kind: 'take' }, { kind: 'forget' }) },
  { weight: 2, arbitrary: fc.record({
    kind: fc.constant<'damage'>('damage'),
    how: fc.constantFrom<('cut' | 'noise' | 'garbage' | 'version')[]>('cut', 'noise', 'garbage', 'version'),
    at: fc.nat(),
  }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant<'narrow'>('narrow'), file }) },
) as fc.Arbitrary<Step>, { minLength: 2, maxLength: size(4, 9) });

/** A project with a history. */
export interface State {
  readonly folder: string;
  readonly cache: string;
  day: number;
  /** What the next question is narrowed to; everything if empty. */
  paths: readonly string[];
}

/** The text of a file. @param pieces which pieces of code it consists of. */
export function textOf(name: string, pieces: readonly number[]): string {
  const own = PIECES[name.split('.').at(-1) as string] as readonly string[];
  return pieces.map((piece) => own[piece % own.length]).join('');
}

/** Lets a step happen. @returns the paths that have changed, relative to the root. */
export function take(state: State, step: Step): string[] {
  const { folder, cache } = state;
  const name = 'file' in step ? NAMES[step.file] as string : '';
  const target = path.join(folder, name);
  const stats = name === '' ? undefined : statSync(target, { throwIfNoEntry: false });
  switch (step.kind) {
    case 'write':
      writeFiles(folder, { [name]: textOf(name, step.pieces) });
      // As copying tools do: the content changes, its time does not.
      if (step.keepsTimes && stats !== undefined) utimesSync(target, stats.atime, stats.mtime);
      return [name];
    case 'layer':
      writeFileSync(path.join(folder, 'elvar.yaml'), LAYERS[step.which] as string);
      return ['elvar.yaml'];
    case 'inner':
      writeFiles(folder, { 'quay/elvar.yaml': `rulings: { slips/*: ${['off', 'note', 'error'][step.which % 3]} }\n` });
      return ['quay/elvar.yaml'];
    case 'rename': {
      const to = path.join(folder, NAMES[step.to] as string);
      if (stats === undefined || path.extname(to) !== path.extname(target)) return [];
      mkdirSync(path.dirname(to), { recursive: true });
      renameSync(target, to);
      return [name, NAMES[step.to] as string];
    }
    case 'remove':
      rmSync(target, { force: true });
      return [name];
    case 'touch':
      if (stats !== undefined) utimesSync(target, new Date(), new Date(2020, 1, 1));
      return [];
    case 'day':
      state.day = step.day;
      return [];
    case 'take':
      elvar(folder, ['ledger', 'take', '--no-personal', '--no-cache', '--rule', 'slips/*']);
      return ['elvar-ledger.yaml'];
    case 'forget':
      rmSync(path.join(folder, 'elvar-ledger.yaml'), { force: true });
      return ['elvar-ledger.yaml'];
    case 'narrow':
      state.paths = stats === undefined ? [] : [name];
      return [];
    case 'damage':
      damage(cache, step);
      return [];
  }
}

function damage(cache: string, { how, at }: Extract<Step, { kind: 'damage' }>): void {
  for (const name of readdirSync(cache).filter((own) => own.endsWith('.cache'))) {
    const target = path.join(cache, name);
    const bytes = readFileSync(target);
    if (how === 'cut') writeFileSync(target, bytes.subarray(0, at % (bytes.length + 1)));
    else if (how === 'garbage') writeFileSync(target, Buffer.alloc(at % 5000, at));
    else if (how === 'version') writeFileSync(target, Buffer.concat([Buffer.from('elvar-0\n'), bytes.subarray(8)]));
    else {
      for (let index = 0; index < 20; index += 1) bytes[(at * (index + 7)) % bytes.length] = (at >> index) & 0xff;
      writeFileSync(target, bytes);
    }
  }
}
