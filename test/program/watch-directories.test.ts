import { existsSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { makeFolder, writeFiles } from '../support/project.js';
import { runs } from '../support/runs.js';

const { DirectoryWatch } = await import('../../dist/host/session/watch-directories.js') as unknown as
  typeof import('../../src/host/session/watch-directories.js');

/** How long after a change the system has told of it, in milliseconds, on a slow machine. */
const TOLD = 500;

const name = fc.constantFrom('quay', 'berth', 'deep');
const place = fc.array(name, { minLength: 1, maxLength: 3 }).map((names) => names.join('/'));
const step = fc.oneof(fc.record({ file: place }), fc.record({ gone: place }), fc.record({ from: place, to: name }));
type Step = typeof step extends fc.Arbitrary<infer S> ? S : never;

function take(folder: string, one: Step): void {
  if ('file' in one) writeFiles(folder, { [`${one.file}/a.js`]: 'x' });
  else if ('gone' in one) rmSync(path.join(folder, one.gone), { recursive: true, force: true });
  else if (existsSync(path.join(folder, one.from)) && !existsSync(path.join(folder, one.to))) {
    renameSync(path.join(folder, one.from), path.join(folder, one.to));
  }
}

test('every directory is watched, wherever names have gone', async () => {
  const timed = fc.tuple(step, fc.constantFrom(0, 0, 1, 5, 20));
  await fc.assert(fc.asyncProperty(fc.array(step, { maxLength: 20 }), fc.array(
    timed, { minLength: 10, maxLength: 60 },
  ), async (before, steps) => {
    const folder = makeFolder({});
    for (const one of before) take(folder, one);
    const told = new Set<string>();
    const watch = new DirectoryWatch(
      folder, { isExcluded: () => false, changed: (file) => told.add(file), missed: (directory) => told.add(directory) },
    );
    for (const [one, pause] of steps) {
      take(folder, one);
      if (pause > 0) await setTimeout(pause);
    }
    await setTimeout(TOLD);
    told.clear();
    const late = readdirSync(folder, { recursive: true, withFileTypes: true })
      .filter((own) => own.isDirectory())
      .map((own) => path.join(own.parentPath, own.name, 'late.js'));
    for (const file of late) writeFileSync(file, '');
    await setTimeout(TOLD);
    await watch.end();
    expect(late.filter((file) => !told.has(file))).toEqual([]);
  }), { numRuns: runs(1, 20) });
});
