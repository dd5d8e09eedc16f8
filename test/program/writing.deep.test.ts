import { spawnSync } from 'node:child_process';
import {
  appendFileSync, chmodSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync,
} from 'node:fs';
import { hostname } from 'node:os';
import path from 'node:path';
import { describe, expect, onTestFinished, test } from 'vitest';
import { startElvar, wait } from '../support/background.js';
import { ownerText, ownIdentity } from '../../src/host/writing/lock-owner.js';
import { stateFiles } from '../../src/host/writing/state-folder.js';
import { CACHES, elvar, elvarJson, elvarProcess, makeFolder } from '../support/project.js';
import { size } from '../support/runs.js';

const RULES = 'rulings:\n  text/trailing-blanks: note\n  idiom/statement-end: note\n  slips/loose-compare: warning\n';
const BEFORE = `${'go(1)  \n'.repeat(10)}if (a == b) go();\n`;
const AFTER = `${'go(1);\n'.repeat(10)}if (a == b) go();\n`;

function names(count: number): string[] {
  return Array.from({ length: count }, (_, index) => `f${String(index).padStart(4, '0')}.js`);
}

function project(count: number): string {
  return makeFolder({ 'elvar.yaml': RULES, ...Object.fromEntries(names(count).map((name) => [name, BEFORE])) });
}

/** Every file as it was or as it should be, and none beside them. @returns how many are as they should be. */
function whole(folder: string, count: number, expected = [BEFORE, AFTER]): number {
  expect(readdirSync(folder).sort()).toEqual(['elvar.yaml', ...names(count)]);
  let done = 0;
  for (const name of names(count)) {
    const text = readFileSync(path.join(folder, name), 'utf8');
    expect(expected).toContain(text);
    if (text === expected.at(-1)) done += 1;
  }
  return done;
}

/** What a run says that has to wait for another one. */
const WAITING = /^Waiting for another run of elvar.*\n/;

describe('Ctrl-C', () => {
  test('at any moment of fix leaves every file whole, and the rest can be repaired later', async () => {
    const count = size(150, 400);
    const folder = project(count);
    const seen: number[] = [];
    for (const delay of [0, 150, 250, 350, 450, 600].filter((_, index) => index % size(2, 1) === 0)) {
      const run = startElvar(folder, ['fix']);
      await wait(delay);
      run.interrupt();
      const { code, err } = await run.ended;
      // Before the program has begun, the system itself ends it; after its end nothing is left to stop.
      expect([130, null, 0]).toContain(code);
      if (code === 130) {
        expect(err).toMatch(/^Stopped: (?:nothing was written|\d+ files? (?:was|were) written, each of them whole)\.\n$/);
      }
      seen.push(whole(folder, count));
    }
    expect(seen).toEqual(seen.toSorted((a, b) => a - b));
    expect(elvar(folder, ['fix']).code).toBe(0);
    expect(whole(folder, count)).toBe(count);
  });

  test.each([['SIGINT', 130], ['SIGTERM', 143], ['SIGHUP', 129]] as const)(
    '%s in the middle of fix ends it with %i, and the ledger follows', async (signal, expected) => {
      const count = size(400, 3000);
      // Repairs change the line of the known finding.
      const before = BEFORE.replace(/;\n$/, '  \n');
      const folder = makeFolder({ 'elvar.yaml': RULES, ...Object.fromEntries(names(count).map((name) => [name, before])) });
      elvar(folder, ['ledger', 'take', '--rule', 'slips/*']);
      const excused = (): unknown => elvarJson<{ totals: { excused: number } }>(folder, ['check', '--rule', 'slips/*']).totals;
      const known = excused();
      const run = startElvar(folder, ['fix']);
      const first = path.join(folder, names(count)[5] as string);
      while (readFileSync(first, 'utf8') === before) await wait(10);
      run.interrupt(signal);
      const { code, out, err } = await run.ended;
      expect([code, out]).toEqual([expected, '']);
      expect(excused()).toEqual(known);
      rmSync(path.join(folder, 'elvar-ledger.yaml'));
      const done = whole(folder, count, [before, AFTER]);
      expect(err).toBe(`Stopped: ${done} files were written, each of them whole, and the ledger follows (${done} entries).\n`);
      expect(done).toBeGreaterThan(5);
      expect(done).toBeLessThan(count);
    },
  );

  test('at any moment of waive leaves the file as it was, or with the waiver', async () => {
    const folder = project(1);
    const waived = BEFORE.replace('if (a', '// elvar waive slips/loose-compare because x\nif (a');
    for (const delay of [0, 100, 200, 250, 300, 350, 400, 500].filter((_, index) => index % size(2, 1) === 0)) {
      writeFileSync(path.join(folder, 'f0000.js'), BEFORE);
      const run = startElvar(folder, ['waive', 'f0000.js:11', '--because', 'x']);
      await wait(delay);
      run.interrupt();
      const { code } = await run.ended;
      const done = whole(folder, 1, [BEFORE, waived]);
      if (code === 0) expect(done).toBe(1);
      expect([130, null, 0]).toContain(code);
    }
    writeFileSync(path.join(folder, 'f0000.js'), BEFORE);
    expect(elvar(folder, ['waive', 'f0000.js:11', '--because', 'x']).code).toBe(0);
  });
});

describe('two runs at once', () => {
  test('of fix both do their work, one after the other', async () => {
    const count = size(80, 300);
    const folder = project(count);
    const runs = [
      startElvar(folder, ['fix', '--rule', 'text/*']),
      startElvar(folder, ['fix', '--rule', 'idiom/*']),
      startElvar(folder, ['fix']),
    ];
    for (const { code, err } of await Promise.all(runs.map(({ ended }) => ended))) {
      expect([code, err.replace(WAITING, '')]).toEqual([0, '']);
    }
    expect(whole(folder, count)).toBe(count);
  });

  test('of ledger take lose no entry', async () => {
    const count = size(6, 20);
    const folder = project(count);
    await Promise.all(names(count).map((name) => startElvar(folder, ['ledger', 'take', name, '--rule', 'slips/*']).ended));
    expect(readFileSync(path.join(folder, 'elvar-ledger.yaml'), 'utf8').match(/^- path:/gm)).toHaveLength(count);
  });

  test('waive waits for another run, and writes nothing where that has changed its file', async () => {
    const folder = project(300);
    const fix = startElvar(folder, ['fix']);
    while (readFileSync(path.join(folder, 'f0002.js'), 'utf8') === BEFORE) await wait(5);
    const { code, err } = elvar(folder, ['waive', 'f0299.js:11', '--because', 'x']);
    expect([code, err.replace(WAITING, '')]).toEqual(
      [2, 'f0299.js was changed by another run of elvar while this one waited for it, so nothing was written\n'
        + '  Look where the finding is now: elvar check f0299.js\n'],
    );
    expect((await fix.ended).code).toBe(0);
    expect(elvar(folder, ['waive', 'f0299.js:11', '--because', 'x']).code).toBe(0);
  });

  test('the leftovers of a killed run do not hinder the next', async () => {
    const count = size(120, 300);
    const folder = project(count);
    const fix = startElvar(folder, ['fix']);
    while (readFileSync(path.join(folder, 'f0002.js'), 'utf8') === BEFORE) await wait(5);
    fix.kill();
    await fix.ended;
    expect(readFileSync(path.join(folder, names(count).at(-1) as string), 'utf8')).toBe(BEFORE);
    expect(elvar(folder, ['fix'])).toMatchObject({ code: 0, err: '' });
  });
});

describe('the lock that runs which write hold', () => {
  /** Where a run in this folder keeps its lock, as a run of the same user finds it. */
  const lockIn = (folder: string, content: string): string => {
    const file = stateFiles(folder, path.join(CACHES, 'elvar')).lock;
    writeFileSync(file, content);
    onTestFinished(() => rmSync(file, { force: true }));
    return file;
  };

  test.each([[
    'that is empty, as a crash leaves it', '',
  ], ['of a process that has ended', `${ownerText({ ...ownIdentity(), process: 4194303 })} gone\n`], [
    'that nobody can read', '\u0000\u0000',
  ],
    ['of another process under the same number', `${ownerText({ ...ownIdentity(), began: '1' })} gone\n`], [
      'from before the machine was started anew',
      `${ownerText({ ...ownIdentity(), home: `${encodeURIComponent(hostname())}/before/1` })} gone\n`,
    ]])('one %s hinders nobody', (_, content) => {
    const folder = project(1);
    const file = lockIn(folder, content);
    expect(elvarProcess(folder, ['fix'])).toMatchObject({ code: 0, err: '' });
    expect(whole(folder, 1)).toBe(1);
    expect(existsSync(file)).toBe(false);
    expect(readdirSync(path.dirname(file)).filter((name) => name.startsWith(path.basename(file)))).toEqual([]);
  });

  test('after a second the run says which one it is waiting for', async () => {
    const folder = project(1);
    const file = lockIn(folder, `${ownerText(ownIdentity())} here\n`);
    const run = startElvar(folder, ['fix']);
    while (run.said().err === '') await wait(20);
    rmSync(file);
    expect(await run.ended).toMatchObject({
      code: 0,
      err: `Waiting for another run of elvar (process ${process.pid}), which is writing in this project. Its lock: ${file}\n`,
    });
  });

  test('waive waits for it, too', async () => {
    const folder = project(1);
    const file = lockIn(folder, `${ownerText(ownIdentity())} here\n`);
    const run = startElvar(folder, ['waive', `${names(1)[0]}:11`, '--because', 'x']);
    while (run.said().err === '') await wait(20);
    rmSync(file);
    expect(await run.ended).toMatchObject({ code: 0, err: expect.stringMatching(WAITING) as string });
  });

  test.each(['lock', 'journal'] as const)('a FIFO in the place of the %s is told, and never opened', (kind) => {
    const folder = project(1);
    const file = stateFiles(folder, path.join(CACHES, 'elvar'))[kind];
    spawnSync('mkfifo', [file]);
    onTestFinished(() => rmSync(file, { force: true }));
    const { code, err } = elvar(folder, ['fix']);
    expect([code, err]).toEqual([2, expect.stringContaining('a special file')]);
    expect(elvar(folder, ['check']).code).toBe(0);
    expect(whole(folder, 1)).toBe(0);
  });

  test('without a lock nothing is written', () => {
    const folder = project(1);
    const { code, err } = elvarProcess(
      folder, ['fix'], { XDG_STATE_HOME: '/proc/nowhere', TMPDIR: path.join(folder, 'nowhere') },
    );
    expect([code, err]).toEqual([2, expect.stringContaining('no lock could be created, so nothing was written')]);
    expect(whole(folder, 1)).toBe(0);
  });

  test('of many runs that find a leftover only one takes it over at a time', async () => {
    const folder = project(size(4, 12));
    lockIn(folder, '');
    const count = size(4, 12);
    for (const { code, err } of await Promise.all(
      names(count).map((name) => startElvar(folder, ['ledger', 'take', name, '--rule', 'slips/*']).ended),
    )) {
      expect([code, err.replace(WAITING, '')]).toEqual([0, '']);
    }
    expect(readFileSync(path.join(folder, 'elvar-ledger.yaml'), 'utf8').match(/^- path:/gm)).toHaveLength(count);
  });
});

test('a file that somebody changes while fix is running keeps the change', async () => {
  const count = size(300, 400);
  const folder = project(count);
  const fix = startElvar(folder, ['fix']);
  while (readFileSync(path.join(folder, 'f0001.js'), 'utf8') === BEFORE) await wait(5);
  const last = names(count).slice(-60);
  for (const name of last) appendFileSync(path.join(folder, name), '// mine\n');
  const gone = names(count).slice(-90, -60);
  for (const name of gone) rmSync(path.join(folder, name));
  const { code, err } = await fix.ended;
  for (const name of last) expect(readFileSync(path.join(folder, name), 'utf8')).toMatch(/\/\/ mine\n$/);
  expect(readdirSync(folder)).toHaveLength(count + 1 - gone.length);
  expect(code).toBe(3);
  expect(err).toMatch(/f0\d+\.js: it vanished during the run/);
});

test('a layer file that somebody changes while set is looking at the effect keeps the change', async () => {
  const folder = project(size(150, 400));
  const run = startElvar(folder, ['set', 'slips/*', 'error']);
  await wait(500);
  appendFileSync(path.join(folder, 'elvar.yaml'), '# mine\n');
  const { code, err } = await run.ended;
  const text = readFileSync(path.join(folder, 'elvar.yaml'), 'utf8');
  expect(text).toContain('# mine\n');
  // Where it had not been read yet, both changes are there.
  if (code === 3) expect([err, text]).toEqual(
    ['elvar.yaml was not written: it has changed since it was read\n', `${RULES}# mine\n`],
  );
  else expect([code, text]).toEqual([0, expect.stringContaining('slips/*: error')]);
});

describe('a disk that is full', () => {
  /** A file system of a few pages; null where one may not be mounted. */
  function smallDisk(): string | null {
    const folder = makeFolder({ 'disk/': '' });
    const disk = path.join(folder, 'disk');
    if (process.getuid?.() !== 0 || spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=64k', 'tmpfs', disk]).status !== 0) {
      return null;
    }
    onTestFinished(() => void spawnSync('umount', ['-l', disk]));
    return disk;
  }

  test('loses nothing, and is reported', ({ skip }) => {
    const disk = smallDisk();
    if (disk === null) return skip('no file system may be mounted here');
    writeFileSync(path.join(disk, 'elvar.yaml'), RULES);
    writeFileSync(path.join(disk, 'a.js'), BEFORE.repeat(80));
    writeFileSync(path.join(disk, 'z.txt'), '');
    try {
      for (;;) appendFileSync(path.join(disk, 'z.txt'), 'x'.repeat(1024));
    } catch {
      // That is what is wanted: there is no room left.
    }
    const before = readdirSync(disk).map((name) => [name, readFileSync(path.join(disk, name), 'utf8')]);
    for (const [args, message] of [
      [['fix'], 'a.js: there is no space left on the disk'],
      [['waive', 'a.js:11', '--because', 'x'], 'a.js was not written: there is no space left on the disk'],
      [['ledger', 'take', '--rule', 'slips/*'], 'elvar-ledger.yaml was not written: there is no space left on the disk'],
    ] as const) {
      const { code, err } = elvar(disk, [...args, '--root', '.']);
      expect([code, err], args.join(' ')).toEqual([3, expect.stringContaining(message)]);
      expect(readdirSync(disk).map((name) => [name, readFileSync(path.join(disk, name), 'utf8')])).toEqual(before);
    }
  });
});

test('without permission nothing is written, and the run says so', () => {
  const folder = project(2);
  chmodSync(path.join(folder, 'f0000.js'), 0o444);
  mkdirSync(path.join(folder, 'shut'));
  writeFileSync(path.join(folder, 'shut/a.js'), BEFORE);
  // The superuser may write everywhere, so the run is another user's.
  const other = process.getuid?.() === 0 ? ['setpriv', '--reuid=65534', '--regid=65534', '--clear-groups'] : [];
  for (const name of ['.', 'f0001.js']) chmodSync(path.join(folder, name), 0o777);
  chmodSync(path.join(folder, 'shut'), 0o555);
  const program = path.join(import.meta.dirname, '..', '..', 'dist', 'cli', 'main.cjs');
  const [command, ...args] = [...other, process.execPath, program, 'fix', '--no-personal'] as unknown as [string, ...string[]];
  const { status, stderr } = spawnSync(command, args, { cwd: folder, encoding: 'utf8', env: { PATH: process.env['PATH'] } });
  chmodSync(path.join(folder, 'shut'), 0o755);
  expect(status).toBe(3);
  expect(stderr).toContain('f0000.js: permission denied');
  expect(stderr).toContain('shut/a.js: permission denied');
  expect(readFileSync(path.join(folder, 'f0000.js'), 'utf8')).toBe(BEFORE);
  expect(readFileSync(path.join(folder, 'f0001.js'), 'utf8')).toBe(AFTER);
  expect(statSync(path.join(folder, 'f0001.js')).mode & 0o777).toBe(0o777);
});

test('a name as long as names can be', () => {
  const name = `${'f'.repeat(252)}.js`;
  const folder = makeFolder({ 'elvar.yaml': RULES, [name]: 'go()  \n' });
  const { code, err } = elvar(folder, ['fix']);
  expect([code, err]).toEqual([0, '']);
  expect(readFileSync(path.join(folder, name), 'utf8')).toBe('go();\n');
});

test('mixed line ends stay mixed', () => {
  const folder = makeFolder({ 'elvar.yaml': RULES, 'a.js': 'go(1)  \r\ngo(2)\t\ngo(3) \rgo(4)\n' });
  expect(elvar(folder, ['fix', '--rule', 'text/*']).code).toBe(0);
  expect(readFileSync(path.join(folder, 'a.js'), 'utf8')).toBe('go(1)\r\ngo(2)\ngo(3)\rgo(4)\n');
});
