import { chmodSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { FileFindings } from '../../src/core/findings/file-findings.js';
import type * as CacheFile from '../../src/host/memory/memory-file.js';
import type { StoredRecord } from '../../src/host/memory/memory-file.js';
import type * as Record_ from '../../src/host/memory/record.js';
import type * as Check from '../../src/formats/json/check.js';
import type * as Fix from '../../src/formats/json/fix.js';
import type * as Impact from '../../src/formats/json/impact.js';
import type * as Ledger from '../../src/formats/json/ledger.js';
import type * as Library from '../../src/host/workspace.js';
import { histories, LAYERS, NAMES, take, textOf, type State } from '../support/histories.js';
import { elvar, makeFolder } from '../support/project.js';
import { runs, whenDeep } from '../support/runs.js';

const { openWorkspace } = await import('../../dist/host/workspace.js') as unknown as typeof Library;
const { readMemoryFile, writeMemoryFile } = await import('../../dist/host/memory/memory-file.js') as unknown as typeof CacheFile;
const { packed, unpacked, unpackedFacts } = await import('../../dist/host/memory/record.js') as unknown as typeof Record_;
const { checkJson } = await import('../../dist/formats/json/check.js') as unknown as typeof Check;
const { fixJson } = await import('../../dist/formats/json/fix.js') as unknown as typeof Fix;
const { impactJson } = await import('../../dist/formats/json/impact.js') as unknown as typeof Impact;
const { ledgerJson } = await import('../../dist/formats/json/ledger.js') as unknown as typeof Ledger;

/** The answers; where a layer file is wrong, what is said of it. */
async function answers(state: State, noCache: boolean): Promise<string[]> {
  try {
    return await allAnswers(state, noCache);
  } catch (error) {
    return [String(error)];
  }
}

async function allAnswers({ folder, cache, day, paths }: State, noCache: boolean): Promise<string[]> {
  const today = `2026-06-${15 + day}`;
  const workspace = openWorkspace(
    { directory: folder, root: folder, noPersonal: true, today, env: { ELVAR_CACHE: cache }, noCache },
  );
  const check = checkJson(await workspace.check(paths), { level: 0, confidence: 0 }, { withExcused: true, withFiles: true });
  const codes = (await workspace.check(paths)).files.map(({ findings }) => findings.all.map(({ code }) => code));
  const fix = fixJson(await workspace.fix(paths, { rules: [], offered: false, writes: false }));
  const impact = impactJson(await workspace.impact(workspace.trial({ set: ['slips/*=error', 'text/*=off'] })));
  const ledger = ledgerJson(await workspace.ledger().list({ places: [], rules: [], status: null, state: null }));
  return [check, codes, fix, impact, ledger].map((document) => JSON.stringify(document));
}

describe('what is remembered', () => {
  test('changes no answer, whatever happens to the files, the rules, the days and the cache itself', async () => {
    await fc.assert(
      fc.asyncProperty(histories, fc.array(fc.boolean(), { minLength: 9, maxLength: 9 }), async (history, asked) => {
        const folder = makeFolder({
          'elvar.yaml': LAYERS[0] as string,
          '.git/': '',
          ...Object.fromEntries(NAMES.map((name, index) => [name, textOf(name, [index, index + 1])])),
        });
        const state: State = { folder, cache: makeFolder(), day: 0, paths: [] };
        expect(await answers(state, false)).toEqual(await answers(state, true));
        for (const [index, step] of history.entries()) {
          take(state, step);
          if (asked[index] === true) expect(await answers(state, false)).toEqual(await answers(state, true));
        }
        expect(await answers(state, false)).toEqual(await answers(state, true));
        rmSync(folder, { recursive: true });
        rmSync(state.cache, { recursive: true });
      }),
      { numRuns: runs(1, 30) },
    );
  });

  const project = (): string =>
    makeFolder({ '.git/': '', 'elvar.yaml': LAYERS[0] as string, 'a.js': 'go(a == b);\n', 'b.js': 'go(a != b);\n' });

  test('is found again, for the files that have not changed', () => {
    const [folder, cache] = [project(), makeFolder()];
    const check = (): string => elvar(folder, ['check', '--no-personal', '--format', 'json'], { ELVAR_CACHE: cache }).out;
    const first = check();
    const [name] = readdirSync(cache) as [string];
    // What is told is what was remembered: a word of it is changed, and the digests with it.
    const contents = readMemoryFile(path.join(cache, name), folder);
    for (const [own, [record]] of contents.records as Map<string, [StoredRecord]>) {
      const data = unpacked(record.packed) as FileFindings;
      contents.records.set(
        own,
        [{
          ...record,
          packed: packed(
            { ...data, texts: (data.texts as () => string)().replaceAll('converts its', 'remember its') },
            unpackedFacts(record.packed),
          ),
        }],
      );
    }
    writeMemoryFile(path.join(cache, name), folder, contents);
    expect(check()).toBe(first.replaceAll('== converts its', '== remember its').replaceAll('!= converts its', '!= remember its'));
    expect(check()).not.toBe(first);
    // Another content is looked at, an equal one written anew is not.
    writeFileSync(path.join(folder, 'a.js'), 'go(a == b);\n');
    writeFileSync(path.join(folder, 'b.js'), 'go(c != b);\n');
    const again = check();
    expect(
      [again.includes('== remember its'), again.includes('!= remember its'), again.includes('!= converts its')],
    ).toEqual([true, false, true]);
    // A level makes no difference to what is found.
    writeFileSync(path.join(folder, 'elvar.yaml'), LAYERS[1] as string);
    expect(check()).toContain('== remember its');
    writeFileSync(path.join(folder, 'elvar.yaml'), LAYERS[2] as string);
    expect(check()).not.toContain('== remember its');
  });

  whenDeep(() => {
    test('is kept apart as long as it is little', async () => {
      const names = Array.from({ length: 12 }, (_, index) => `${index}.js`);
      const [folder, cache] = [
        makeFolder(
          { '.git/': '', 'elvar.yaml': LAYERS[0] as string, ...Object.fromEntries(names.map((name) => [name, 'go(a == b);\n'])) },
        ),
        makeFolder(),
      ];
      const check = (...more: string[]): string =>
        elvar(folder, ['check', '--no-personal', '--format', 'json', ...more], { ELVAR_CACHE: cache }).out;
      const kept = (): Record<string, number> => Object.fromEntries(readdirSync(cache)
        .sort()
        .map((name) => [name.replace(/^.*?(?=(?:-recent)?\.cache$)/, ''), readFileSync(path.join(cache, name)).length]));
      // What was written a moment ago is read again the next time.
      await setTimeout(2_100);
      check();
      const { '.cache': whole } = kept();
      expect(kept()).toEqual({ '.cache': whole });
      writeFileSync(path.join(folder, '3.js'), 'go(a != b);\n');
      expect(check()).toBe(check('--no-cache'));
      const { '-recent.cache': recent = NaN } = kept();
      expect(kept()).toEqual({ '.cache': whole, '-recent.cache': recent });
      expect(recent).toBeLessThan((whole as number) / 4);
      for (const name of names) writeFileSync(path.join(folder, name), 'go(a, b);\n');
      expect(check()).toBe(check('--no-cache'));
      expect(Object.keys(kept())).toEqual(['.cache']);
    });
  });

  test('is never told in another project', () => {
    const [one, other, cache] = [project(), project(), makeFolder()];
    writeFileSync(path.join(other, 'a.js'), 'go(a === b);\n');
    const check = (folder: string, ...more: string[]): string =>
      elvar(folder, ['check', '--no-personal', '--format', 'json', ...more], { ELVAR_CACHE: cache }).out;
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

  test('is what status tells, and no file is looked at', () => {
    const [folder, cache] = [project(), makeFolder()];
    const rules = (text: string): void => writeFileSync(path.join(folder, 'elvar.yaml'), `rulings: { ${text} }\n`);
    rules('slips/loose-compare: warning');
    const status = (...more: string[]): [string, string | null, string | null, number][] => {
      const { code, out } = elvar(folder, ['status', '--no-personal', '--format', 'json', ...more], { ELVAR_CACHE: cache });
      expect(code).toBe(0);
      return (JSON.parse(out) as {
        files: { path: string; state: string; changed: string | null; status: string | null; findings: number }[];
      }).files
        .filter(({ path: own }) => own.endsWith('.js'))
        .map(({ path: own, state, changed, status: level, findings }) => [`${own} ${state}`, changed, level, findings]);
    };
    const never = [['a.js never', null, null, 0], ['b.js never', null, null, 0]];
    expect(status()).toEqual(never);
    elvar(folder, ['check', '--no-personal'], { ELVAR_CACHE: cache });
    const known = [['a.js known', null, 'warning', 1], ['b.js known', null, 'warning', 1]];
    expect(status()).toEqual(known);
    // What a trial of other rules has found is kept for the next time, and is not what was found by those of today.
    const kept = (): number => readdirSync(cache).reduce((sum, name) => sum + readFileSync(path.join(cache, name)).length, 0);
    const sizes = [kept()];
    for (let time = 0; time < 2; time += 1) {
      elvar(folder, ['set', 'idiom/*', 'note', '--dry-run', '--no-personal'], { ELVAR_CACHE: cache });
      sizes.push(kept());
    }
    expect(sizes[1]).toBeGreaterThan(sizes[0] as number);
    expect(sizes[2]).toBe(sizes[1]);
    expect(status()).toEqual(known);
    writeFileSync(path.join(folder, 'a.js'), 'go(a === b);\n');
    expect(status()).toEqual([['a.js changed', 'file', 'warning', 1], ['b.js known', null, 'warning', 1]]);
    // Levels are those of today; a rule that is off by now has no findings.
    rules('slips/loose-compare: error');
    expect(status()[1]).toEqual(['b.js known', null, 'error', 1]);
    rules('idiom/*: note');
    expect(status()[1]).toEqual(['b.js changed', 'rules', 'clean', 0]);
    rules('slips/loose-compare: warning');
    elvar(folder, ['ledger', 'take', '--no-personal'], { ELVAR_CACHE: cache });
    expect(status()[1]).toEqual(['b.js known', null, 'excused', 0]);
    expect(status('--no-cache')).toEqual(never);
    expect(elvar(folder, ['status', '--no-personal'], { ELVAR_CACHE: cache }).out).toMatch(/^3 files as last checked on .*\n/);
  });
});
