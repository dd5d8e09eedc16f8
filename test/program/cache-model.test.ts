import { chmodSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { KeptInspection } from '../../src/core/inspect/kept-inspection.js';
import type * as CacheFile from '../../src/host/cache/cache-file.js';
import type { StoredRecord } from '../../src/host/cache/cache-file.js';
import type * as Record_ from '../../src/host/cache/record.js';
import type * as Check from '../../src/formats/json/check.js';
import type * as Fix from '../../src/formats/json/fix.js';
import type * as Impact from '../../src/formats/json/impact.js';
import type * as Ledger from '../../src/formats/json/ledger.js';
import type * as Library from '../../src/host/workspace.js';
import { elvar, makeFolder, writeFiles } from '../support/project.js';
import { PATIENT, runs } from '../support/runs.js';

const { openWorkspace } = await import('../../dist/host/workspace.js') as typeof Library;
const { readCacheFile, writeCacheFile } = await import('../../dist/host/cache/cache-file.js') as typeof CacheFile;
const { packed, unpacked } = await import('../../dist/host/cache/record.js') as typeof Record_;
const { checkJson } = await import('../../dist/formats/json/check.js') as typeof Check;
const { fixJson } = await import('../../dist/formats/json/fix.js') as typeof Fix;
const { impactJson } = await import('../../dist/formats/json/impact.js') as typeof Impact;
const { ledgerJson } = await import('../../dist/formats/json/ledger.js') as typeof Ledger;

const NAMES = ['a.js', 'b.py', 'quay/c.js', 'quay/d.ts', 'e.md'];

const PIECES: Readonly<Record<string, readonly string[]>> = {
  js: ['go(a == b);\n', 'go(a != b);\n', 'var x = 1;\n', '// elvar waive slips/loose-compare until 2026-06-20 because tides\n', '// elvar waive slips/loose-compare\n', 'console.log(1)\n', '// TODO moor\n', 'const tide = "hte quay";\n', '// @generated\n', 'go("é😀" == b);\n', '\0'],
  py: ['import os\n', 'print(1)\n', 'x = a == None\n', '# elvar waive words/* throughout because tides\n', '# hte tide\n'],
  ts: ['const a: any = 1;\n', 'go(a == b);\n', 'export {};\n'],
  md: ['A line that is longer than twenty characters.\n', 'hte quay\n'],
};

const BASE = 'slips/*: warning, text/*: note, waivers/*: note, idiom/*: note, dead/*: note, docs/ticketless-todo: note';

const LAYERS = [
  `rulings: { ${BASE} }\n`,
  `rulings: { ${BASE}, slips/loose-compare: error }\n`,
  `rulings: { ${BASE}, slips/loose-compare: { level: note, waivers: refuse } }\n`,
  `rulings: { ${BASE}, text/line-width: { level: error, options: { max: 20 } } }\n`,
  `rulings: { ${BASE} }\npolicy: { reasons: required }\n`,
  `rulings: { ${BASE} }\nscope: { generated: check, largest: 60 }\n`,
  `rules:\n  house/go:\n    title: No going\n    languages: [javascript]\n    pattern: 'go'\n    message: gone\nrulings: { ${BASE}, house/go: warning }\n`,
  `rules:\n  house/go:\n    title: No going\n    languages: [javascript]\n    pattern: 'moor'\n    message: moored\nrulings: { ${BASE}, house/go: warning }\n`,
  'presets: [elvar:starter]\nrulings: { slips/loose-compare: { level: warning, fix: refuse }, idiom/*: note }\nscope: { ignore: [quay/] }\n',
  'rulings: { words/spelling: { level: note, options: { known: { add: [hte] } } } }\n',
];

type Step =
  | { readonly kind: 'write'; readonly file: number; readonly pieces: readonly number[]; readonly keepsTimes: boolean }
  | { readonly kind: 'layer' | 'inner'; readonly which: number }
  | { readonly kind: 'rename'; readonly file: number; readonly to: number }
  | { readonly kind: 'remove' | 'touch'; readonly file: number }
  | { readonly kind: 'day'; readonly day: number }
  | { readonly kind: 'take' | 'forget' }
  | { readonly kind: 'damage'; readonly how: 'cut' | 'noise' | 'garbage' | 'version'; readonly at: number }
  | { readonly kind: 'narrow'; readonly file: number };

const file = fc.nat({ max: NAMES.length - 1 });
const steps = fc.array(fc.oneof(
  { weight: 6, arbitrary: fc.record({ kind: fc.constant<'write'>('write'), file, pieces: fc.array(fc.nat({ max: 10 }), { maxLength: 3 }), keepsTimes: fc.boolean() }) },
  { weight: 3, arbitrary: fc.record({ kind: fc.constantFrom<('layer' | 'inner')[]>('layer', 'layer', 'inner'), which: fc.nat({ max: LAYERS.length - 1 }) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant<'rename'>('rename'), file, to: file }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constantFrom<('remove' | 'touch')[]>('remove', 'touch'), file }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant<'day'>('day'), day: fc.nat({ max: 10 }) }) },
  { weight: 1, arbitrary: fc.constantFrom<Step[]>({ kind: 'take' }, { kind: 'forget' }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant<'damage'>('damage'), how: fc.constantFrom<('cut' | 'noise' | 'garbage' | 'version')[]>('cut', 'noise', 'garbage', 'version'), at: fc.nat() }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant<'narrow'>('narrow'), file }) },
) as fc.Arbitrary<Step>, { minLength: 2, maxLength: 9 });

interface State {
  readonly folder: string;
  readonly cache: string;
  day: number;
  /** What the next question is narrowed to; everything if empty. */
  paths: readonly string[];
}

function textOf(name: string, pieces: readonly number[]): string {
  const own = PIECES[name.split('.').at(-1) as string] as readonly string[];
  return pieces.map((piece) => own[piece % own.length]).join('');
}

function take(state: State, step: Step): void {
  const { folder, cache } = state;
  const name = 'file' in step ? NAMES[step.file] as string : '';
  const target = path.join(folder, name);
  const stats = name === '' ? undefined : statSync(target, { throwIfNoEntry: false });
  switch (step.kind) {
    case 'write':
      writeFiles(folder, { [name]: textOf(name, step.pieces) });
      // As copying tools do: the content changes, its time does not.
      if (step.keepsTimes && stats !== undefined) utimesSync(target, stats.atime, stats.mtime);
      return;
    case 'layer':
      writeFileSync(path.join(folder, 'elvar.yaml'), LAYERS[step.which] as string);
      return;
    case 'inner':
      writeFiles(folder, { 'quay/elvar.yaml': `rulings: { slips/*: ${['off', 'note', 'error'][step.which % 3]} }\n` });
      return;
    case 'rename': {
      const to = path.join(folder, NAMES[step.to] as string);
      if (stats === undefined || path.extname(to) !== path.extname(target)) return;
      mkdirSync(path.dirname(to), { recursive: true });
      renameSync(target, to);
      return;
    }
    case 'remove':
      rmSync(target, { force: true });
      return;
    case 'touch':
      if (stats !== undefined) utimesSync(target, new Date(), new Date(2020, 1, 1));
      return;
    case 'day':
      state.day = step.day;
      return;
    case 'take':
      elvar(folder, ['ledger', 'take', '--no-personal', '--no-cache', '--rule', 'slips/*']);
      return;
    case 'forget':
      rmSync(path.join(folder, 'elvar-ledger.yaml'), { force: true });
      return;
    case 'narrow':
      state.paths = stats === undefined ? [] : [name];
      return;
    case 'damage':
      damage(cache, step);
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

async function answers({ folder, cache, day, paths }: State, noCache: boolean): Promise<string[]> {
  const today = `2026-06-${15 + day}`;
  const workspace = openWorkspace({ directory: folder, root: folder, noPersonal: true, today, env: { ELVAR_CACHE: cache }, noCache });
  const check = checkJson(await workspace.check(paths), { level: 0, confidence: 0 }, { withExcused: true, withFiles: true });
  const codes = (await workspace.check(paths)).files.map(({ findings }) => findings.map(({ code }) => code));
  const fix = fixJson(await workspace.fix(paths, { rules: [], offered: false, writes: false }));
  const impact = impactJson(await workspace.impact(workspace.trial({ set: ['slips/*=error', 'text/*=off'] })));
  const ledger = ledgerJson(await workspace.ledger().list({ places: [], rules: [], status: null, state: null }));
  return [check, codes, fix, impact, ledger].map((document) => JSON.stringify(document));
}

describe('what is remembered', () => {
  test('changes no answer, whatever happens to the files, the rules, the days and the cache itself', async () => {
    await fc.assert(fc.asyncProperty(steps, fc.array(fc.boolean(), { minLength: 9, maxLength: 9 }), async (history, asked) => {
      const folder = makeFolder({ 'elvar.yaml': LAYERS[0] as string, '.git/': '', ...Object.fromEntries(NAMES.map((name, index) => [name, textOf(name, [index, index + 1])])) });
      const state: State = { folder, cache: makeFolder(), day: 0, paths: [] };
      expect(await answers(state, false)).toEqual(await answers(state, true));
      for (const [index, step] of history.entries()) {
        take(state, step);
        if (asked[index] === true) expect(await answers(state, false)).toEqual(await answers(state, true));
      }
      expect(await answers(state, false)).toEqual(await answers(state, true));
      rmSync(folder, { recursive: true });
      rmSync(state.cache, { recursive: true });
    }), { numRuns: runs(6), ...PATIENT });
  }, 900_000);

  const project = (): string => makeFolder({ '.git/': '', 'elvar.yaml': LAYERS[0] as string, 'a.js': 'go(a == b);\n', 'b.js': 'go(a != b);\n' });

  test('is found again, for the files that have not changed', () => {
    const [folder, cache] = [project(), makeFolder()];
    const check = (): string => elvar(folder, ['check', '--no-personal', '--format', 'json'], { ELVAR_CACHE: cache }).out;
    const first = check();
    const [name] = readdirSync(cache) as [string];
    // What is told is what was remembered: a word of it is changed, and the digests with it.
    const contents = readCacheFile(path.join(cache, name), folder);
    for (const [own, [record]] of contents.records as Map<string, [StoredRecord]>) {
      const data = unpacked(record.packed) as KeptInspection;
      contents.records.set(own, [{ ...record, packed: packed({ ...data, words: (data.words as () => string)().replaceAll('converts its', 'remembers its') }) }]);
    }
    writeCacheFile(path.join(cache, name), folder, contents);
    expect(check()).toBe(first.replaceAll('== converts its', '== remembers its').replaceAll('!= converts its', '!= remembers its'));
    expect(check()).not.toBe(first);
    // Another content is looked at, an equal one written anew is not.
    writeFileSync(path.join(folder, 'a.js'), 'go(a == b);\n');
    writeFileSync(path.join(folder, 'b.js'), 'go(c != b);\n');
    const again = check();
    expect([again.includes('== remembers its'), again.includes('!= remembers its'), again.includes('!= converts its')]).toEqual([true, false, true]);
    // A level makes no difference to what is found.
    writeFileSync(path.join(folder, 'elvar.yaml'), LAYERS[1] as string);
    expect(check()).toContain('== remembers its');
    writeFileSync(path.join(folder, 'elvar.yaml'), LAYERS[2] as string);
    expect(check()).not.toContain('== remembers its');
  });

  test('is never told in another project', () => {
    const [one, other, cache] = [project(), project(), makeFolder()];
    writeFileSync(path.join(other, 'a.js'), 'go(a === b);\n');
    const check = (folder: string, ...more: string[]): string => elvar(folder, ['check', '--no-personal', '--format', 'json', ...more], { ELVAR_CACHE: cache }).out;
    check(one);
    const [name] = readdirSync(cache) as [string];
    check(other);
    const second = readdirSync(cache).find((own) => own !== name) as string;
    writeFileSync(path.join(cache, second), readFileSync(path.join(cache, name)));
    expect(check(other)).toBe(check(other, '--no-cache'));
  });

  test('is left out quietly where nothing can be kept', () => {
    const [folder, cache] = [project(), makeFolder()];
    const plain = elvar(folder, ['check', '--no-personal', '--no-cache']);
    writeFileSync(path.join(cache, 'file'), '');
    expect(elvar(folder, ['check', '--no-personal'], { ELVAR_CACHE: path.join(cache, 'file', 'below') })).toEqual(plain);
    expect(elvar(folder, ['check', '--no-personal'], { ELVAR_CACHE: '/dev/full/x' })).toEqual(plain);
    chmodSync(cache, 0o500);
    expect(elvar(folder, ['check', '--no-personal'], { ELVAR_CACHE: cache })).toEqual(plain);
    chmodSync(cache, 0o700);
  });
});
