import { spawnSync } from 'node:child_process';
import { chmodSync, cpSync, existsSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { beforeEach, describe, expect, test } from 'vitest';
import { makeFolder } from '../support/project.js';
import { size } from '../support/runs.js';

const HERE = path.join(import.meta.dirname, '..', '..');
let folder: string;

/** The built program in a folder of its own, so that its files can be changed: what is large and stays as it is is linked. */
beforeEach(() => {
  folder = makeFolder(
    { 'elvar.yaml': 'rulings:\n  slips/loose-compare: error\n', 'gate.js': 'export const open = (a, b) => a == b;\n' },
  );
  cpSync(path.join(HERE, 'dist', 'cli'), path.join(folder, 'dist', 'cli'), { recursive: true });
  for (const part of readdirSync(path.join(HERE, 'dist'))) {
    if (part !== 'cli') symlinkSync(path.join(HERE, 'dist', part), path.join(folder, 'dist', part));
  }
  for (const part of ['package.json', 'presets', 'node_modules']) symlinkSync(path.join(HERE, part), path.join(folder, part));
});

function run(...args: string[]): { readonly status: number | null; readonly stdout: string; readonly stderr: string } {
  return spawnSync(process.execPath, [path.join(folder, 'dist', 'cli', 'main.cjs'), ...args], {
    cwd: folder, encoding: 'utf8', env: { PATH: process.env['PATH'], HOME: folder },
  });
}

describe('what V8 makes of the program', () => {
  const inBuild = (): string => path.join(folder, 'dist', 'cli');
  const inHome = (): string => path.join(folder, '.cache', 'elvar', 'program');
  const cachesIn = (place: string): string[] => (existsSync(place)
    ? readdirSync(place).filter((name) => name.endsWith('.cache'))
    : []);
  const cache = (): string => path.join(inBuild(), cachesIn(inBuild())[0] as string);
  const cachedBy = (): string => {
    const ask = "import('./dist/cli/load-program.js').then(({ loadProgram }) => console.log(loadProgram().cachedBy))";
    return spawnSync(
      process.execPath, ['-e', ask], { cwd: folder, encoding: 'utf8', env: { PATH: process.env['PATH'], HOME: folder } },
    ).stdout.trim();
  };
  const works = (): void => {
    const { status, stdout } = run('check', 'gate.js');
    expect([status, stdout]).toEqual([1, expect.stringContaining('slips/loose-compare')]);
  };

  test('comes with the build for its own V8 and is used as it is; any other V8 gets its own', () => {
    works();
    const isOfBuild = cache().includes(process.versions.v8);
    expect([cachedBy(), cachesIn(inBuild()).length, cachesIn(inHome()).length]).toEqual(
      isOfBuild ? ['build', 1, 0] : ['user', 1, 1],
    );
  });

  test('is never that of another program: a changed program runs as changed', () => {
    const program = path.join(inBuild(), 'program.cjs');
    const text = readFileSync(program, 'latin1');
    // As long as before, which is all that V8 looks at.
    writeFileSync(program, text.replace(/converts/g, 'CONVERTS'), 'latin1');
    expect(run('check', 'gate.js').stdout).toContain('CONVERTS');
    // From then on the changed program has one too, in the user's folder.
    expect([cachedBy(), cachesIn(inHome()).length]).toEqual(['user', 1]);
    expect(run('check', 'gate.js').stdout).toContain('CONVERTS');
  });

  test.each<[string, () => void]>([
    ['is missing', () => rmSync(cache())],
    ['is empty', () => writeFileSync(cache(), '')],
    ['is of something else', () => writeFileSync(cache(), 'not what V8 makes')],
    ['is cut off', () => writeFileSync(cache(), readFileSync(cache()).subarray(0, 100_000))],
    ['is of another V8', () => {
      const bytes = readFileSync(cache());
      // The second number of it is a hash of V8's version.
      bytes.writeUInt32LE((bytes.readUInt32LE(4) ^ 1) >>> 0, 4);
      writeFileSync(cache(), bytes);
    }],
  ])('%s: the program does the same', (_, change) => {
    change();
    works();
  });

  test('is written for the next run if the build has none, and only into a folder that nobody else can write to', () => {
    rmSync(cache());
    expect(cachedBy()).toBe('null');
    works();
    expect([cachedBy(), cachesIn(inHome()).length]).toEqual(['user', 1]);
    works();
    chmodSync(inHome(), 0o777);
    expect(cachedBy()).toBe('null');
    works();
  });
});

describe('how the engine is set', () => {
  interface Told { readonly findings: readonly { readonly path: string; readonly line: number }[] }
  const told = (...args: string[]): Told['findings'] =>
    (JSON.parse(run('check', '--format', 'json', ...args).stdout) as Told).findings.map(
      ({ path: file, line }) => ({ path: file, line }),
    );

  test('changes no findings, in a large project or in each file by itself', () => {
    // With a finding at the end of each file; more than two megabytes in all where time allows.
    const files = Array.from({ length: 2 }, (_, index) => `large-${index}.js`);
    const lines = size(5_000, 46_000);
    for (const file of files) {
      writeFileSync(path.join(folder, file), `${'moor(1, "quay", tide);\n'.repeat(lines)}moor(a == b);\n`);
    }
    const alone = files.flatMap((file) => told(file));
    expect(alone).toEqual(files.map((file) => ({ path: file, line: lines + 1 })));
    expect(told(...files)).toEqual(alone);
  });

});

describe('how it is started', () => {
  test('the script and the module say and do the same', () => {
    const [script, module] = ['main.cjs', 'main.js'].map((file) => spawnSync(
      process.execPath, [path.join(folder, 'dist', 'cli', file), 'check', 'gate.js'], { cwd: folder, encoding: 'utf8' },
    ));
    expect(script?.stdout).toContain('slips/loose-compare');
    expect([module?.status, module?.stdout, module?.stderr]).toEqual([1, script?.stdout, '']);
    expect(script?.status).toBe(1);
  });

  test('a link to it, as npm makes one, finds all that belongs to it', () => {
    symlinkSync(path.join(folder, 'dist', 'cli', 'main.cjs'), path.join(folder, 'elvar'));
    const { status, stdout, stderr } = spawnSync(
      process.execPath, [path.join(folder, 'elvar'), 'check', 'gate.js'], { cwd: folder, encoding: 'utf8' },
    );
    expect([status, stderr]).toEqual([1, '']);
    expect(stdout).toContain('gate.js:1:33');
  });
});

test('the program waits for work that Node does not count', () => {
  const run = (work: string): string => spawnSync(process.execPath, ['--input-type=module', '-e', `
    const { keptAlive } = await import('./dist/host/inspection/kept-alive.js');
    const work = new Promise((resolve) => setTimeout(() => resolve('tide'), 30).unref());
    console.log(await ${work});`], { cwd: folder, encoding: 'utf8' }).stdout;
  expect(run('work')).toBe('');
  expect(run('keptAlive(work)')).toBe('tide\n');
  // Afterwards, and where it fails, nothing holds Node any more.
  expect(run("keptAlive(Promise.reject(new Error('ebb'))).catch(({ message }) => message)")).toBe('ebb\n');
});
