import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdirSync, rmSync, symlinkSync, truncateSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { elvar, elvarJson, elvarProcess, elvarUnprivileged, makeFolder } from '../support/project.js';
import { size, whenDeep } from '../support/runs.js';

/** Runs every command on a project whose configuration is wrong: each says the same, and nothing else. */
function complaint(files: Readonly<Record<string, string | Buffer>>): string {
  const folder = makeFolder({ 'a.py': 'exec(a)\n', ...files });
  const runs = [['check'], ['resolve'], ['scope'], ['explain', 'a.py'], ['check', '--format', 'json']].map((args) =>
    elvar(folder, args));
  for (const { code, out, err } of runs) {
    expect([code, out]).toEqual([2, '']);
    expect(err).not.toMatch(/\n\s+at |Error:/);
  }
  expect(new Set(runs.map(({ err }) => err)).size).toBe(1);
  return (runs[0] as (typeof runs)[number]).err;
}

describe('layer files', () => {
  test.each<[string, Record<string, string | Buffer>, string]>([
    ['not YAML', { 'elvar.yaml': 'title: "a\nb: c\n' }, 'elvar.yaml:3:1  not YAML: Missing closing "quote'],
    ['a list', { 'elvar.yaml': '- a\n' }, 'elvar.yaml:1:1  a layer file is a mapping of keys, but this is a list'],
    ['not UTF-8', { 'elvar.yaml': Buffer.from([0x74, 0xff, 0xfe]) }, 'elvar.yaml  not UTF-8 text'],
    ['a directory', { 'elvar.yaml/x': '' }, 'elvar.yaml  elvar.yaml is a directory and is not read'],
    [
      'an alias bomb',
      { 'elvar.yaml': `a: &a [${'x,'.repeat(200)}]\nb: &b [${'*a,'.repeat(200)}]\ntitle: [*b]\n` },
      'aliases expand to more than 10000 values',
    ],
    ['a preset that is missing', { 'elvar.yaml': 'presets: [./style/nix.yaml]\n' }, 'there is no preset at style/nix.yaml'],
    ['a preset that is a directory', { 'elvar.yaml': 'presets: [./style]\n', 'style/x': '' }, 'style is a directory'],
    [
      'a preset that is wrong itself',
      { 'elvar.yaml': 'presets: [./p.yaml]\n', 'p.yaml': 'rulings:\n  text/indent: fatal\n' },
      'p.yaml:2:16  “fatal” is not one of',
    ],
    ['a built-in preset that there is not', { 'elvar.yaml': 'presets: [elvar:startr]\n' }, 'Did you mean elvar:starter?'],
    [
      'a preset in a circle with itself',
      { 'elvar.yaml': 'presets: [./p.yaml]\n', 'p.yaml': 'presets: [./p.yaml]\n' },
      'in a circle: p.yaml → p.yaml',
    ],
    [
      'presets in a circle',
      {
        'elvar.yaml': 'presets: [./p.yaml]\n',
        'p.yaml': 'presets: [./s/q.yaml]\n',
        's/q.yaml': 'presets: [../r.yaml]\n',
        'r.yaml': 'presets: [./p.yaml]\n',
      },
      'in a circle: p.yaml → s/q.yaml → r.yaml → p.yaml',
    ],
    ['a layer file as a preset of itself', { 'elvar.yaml': 'presets: [./elvar.yaml]\n' }, 'in a circle: elvar.yaml → elvar.yaml'],
  ])('%s', (_, files, message) => {
    expect(complaint(files)).toContain(message);
  });

  test('all mistakes of all files in one go, with the lines around them', () => {
    const err = (() => {
      const folder = makeFolder({
        'elvar.yaml': 'title: a\nrulings:\n  idiom/debug-prnt: fatal\npresets: [./p.yaml, ./nix.yaml]\n',
        'p.yaml': 'rulngs: {}\n', 'a/elvar.yaml': 'policy: {}\n', 'b/c/elvar.yaml': 'zones: 7\n', 'b/c/d.py': '',
      });
      return elvar(folder, ['check']).err;
    })();
    expect([...err.matchAll(/^\S+:\d+:\d+/gm)].map(String)).toEqual(
      ['elvar.yaml:3:3', 'elvar.yaml:3:21', 'elvar.yaml:4:21', 'p.yaml:1:1', 'a/elvar.yaml:1:1', 'b/c/elvar.yaml:1:8'],
    );
    expect(err.split('\n')[0]).toBe('6 mistakes in 4 layer files: nothing was done.');
    expect(err).toContain(
      '  2 │ rulings:\n  3 │   idiom/debug-prnt: fatal\n    │   ^^^^^^^^^^^^^^^^\n  Did you mean idiom/debug-print?\n',
    );
  });

  test('presets that double with every level are refused before they fill the memory', () => {
    const files: Record<string, string> = { 'elvar.yaml': 'presets: [./p0.yaml]\n' };
    for (let index = 0; index < 40; index += 1) {
      files[`p${index}.yaml`] = index === 39 ? '' : `presets: [./p${index + 1}.yaml, ./p${index + 1}.yaml]\n`;
    }
    expect(complaint(files)).toContain('this brings in more than 10,000 presets');
  });

  test('presets that go very deep and very many rulings in one file are fine', () => {
    const depth = size(300, 1_000);
    const count = size(300, 2_000);
    const files: Record<string, string> = {
      'elvar.yaml': `presets: [./p0.yaml]\nzones:\n${'  - match: ["*.py"]\n    rulings: { text/*: note }\n'.repeat(count)}`,
      'a.py': '',
    };
    for (let index = 0; index < depth; index += 1) {
      files[`p${index}.yaml`] = index === depth - 1 ? 'rulings: { text/*: error }\n' : `presets: [./p${index + 1}.yaml]\n`;
    }
    const { rules } = elvarJson<{ rules: Record<string, { level: string; trail: object[] }> }>(
      makeFolder(files), ['explain', 'a.py', 'text/indent'],
    );
    expect(rules['text/indent']?.trail).toHaveLength(count + 2);
  });

  test('a link in place of a layer file is not silently followed', () => {
    const folder = makeFolder({ 'real.yaml': '' });
    symlinkSync('real.yaml', path.join(folder, 'elvar.yaml'));
    expect(elvar(folder, ['check'])).toMatchObject({ code: 2, out: '' });
  });

  test('none is read below an excluded directory', () => {
    const folder = makeFolder(
      { 'elvar.yaml': 'scope: { ignore: [old/] }\n', 'old/elvar.yaml': 'nonsense\n', 'old/.gitignore': '!*\n' },
    );
    expect(elvar(folder, ['check']).code).toBe(0);
    expect(elvar(folder, ['explain', 'old/a.py']).code).toBe(0);
  });
});

describe('source files', () => {
  test('what cannot be checked is reported with its reason', () => {
    const folder = makeFolder({
      'elvar.yaml': 'scope: { largest: 1 KiB }\n',
      'ok.py': '',
      'binary.py': 'a\0b',
      'latin.py': Buffer.from([0x23, 0xe9, 0x0a]),
      'large.py': `${'#'.repeat(1025)}\n`,
      'made.py': '#!/usr/bin/python\n# @generated by tides\n',
      'late.py': `${'#\n'.repeat(10)}# @generated\n`,
      'unknown.xyz': '',
      'exact.py': `${'#'.repeat(1023)}\n`,
    });
    symlinkSync('ok.py', path.join(folder, 'link.py'));
    symlinkSync('.', path.join(folder, 'circle'));
    spawnSync('mkfifo', [path.join(folder, 'pipe.py')]);
    const { checked, skipped } =
      elvarJson<{ checked: { path: string }[]; skipped: { path: string; reason: string }[] }>(folder, ['scope']);
    expect(checked.map((file) => file.path)).toEqual(['elvar.yaml', 'exact.py', 'late.py', 'ok.py']);
    expect(skipped.map((entry) => `${entry.path} ${entry.reason}`)).toEqual([
      'binary.py binary', 'circle symlink', 'large.py too-large', 'latin.py not-utf8', 'link.py symlink', 'made.py generated',
      'pipe.py not-a-file', 'unknown.xyz no-language',
    ]);
    expect(elvar(folder, ['check']).code).toBe(0);
  });

  test('a file of 3 GB is not read', () => {
    const folder = makeFolder({ 'huge.py': '' });
    truncateSync(path.join(folder, 'huge.py'), 3 * 1024 ** 3);
    expect(elvarJson<{ skipped: object[] }>(folder, ['scope']).skipped).toEqual(
      [{ path: 'huge.py', reason: 'too-large', by: null }],
    );
  });

  whenDeep(() => {
    test('nor one of 1 GB that the configuration allows, nor other huge input', () => {
      const folder = makeFolder({ 'elvar.yaml': 'scope: { largest: 4 GiB }\n', 'huge.py': '', '.gitignore': '' });
      truncateSync(path.join(folder, 'huge.py'), 1024 ** 3);
      truncateSync(path.join(folder, '.gitignore'), 1024 ** 3);
      expect(elvarProcess(folder, ['check'])).toMatchObject(
        { code: 3, err: expect.stringContaining('.gitignore: its patterns could not be read: it is too large') as string },
      );
      truncateSync(path.join(folder, 'elvar.yaml'), 3 * 1024 ** 3);
      expect(elvarProcess(folder, ['check'])).toMatchObject(
        { code: 2, out: '', err: expect.stringContaining('elvar.yaml cannot be read: it is too large') as string },
      );
    });
  });

  whenDeep(() => {
    test('very many files in one directory', () => {
      const count = size(1_000, 100_000);
      const folder = makeFolder({ 'elvar.yaml': 'rulings: { slips/loose-compare: error }\n', 'quay/': '' });
      for (let index = 0; index < count; index += 1) {
        writeFileSync(path.join(folder, 'quay', `${index}.js`), index === count - 1 ? 'go(a == b);\n' : '');
      }
      expect(elvar(folder, ['check'])).toMatchObject(
        { code: 1, out: expect.stringMatching(/^1 finding in 1 of \d+ files: 1 error\.\n/) as string },
      );
      expect(elvar(folder, ['scope']).out).toContain(`${count + 1} files are checked, 0 paths are not.\n`);
    });
  });

  test('a FIFO in place of the personal file does not block', () => {
    const folder = makeFolder({ 'a.py': '', 'conf/elvar/': '' });
    spawnSync('mkfifo', [path.join(folder, 'conf/elvar/elvar.yaml')]);
    const { code, err } = elvar(folder, ['check', 'a.py'], { XDG_CONFIG_HOME: path.join(folder, 'conf') });
    expect([code, err]).toEqual([2, expect.stringContaining('is a special file and is not read')]);
  });

  test('a file without permission makes the answer incomplete', () => {
    const folder = makeFolder({ 'shut.py': 'exec(a)\n', 'open.py': 'a = 1\n', 'elvar.yaml': '' });
    chmodSync(path.join(folder, 'shut.py'), 0o000);
    const { code, out, err } = elvarUnprivileged(folder, ['check', '--no-personal']);
    expect(err).toBe('The answer is incomplete: 1 path could not be read.\n  shut.py: permission denied\n');
    expect([code, out]).toEqual([3, 'No findings in 2 files.\nNot checked: 1 path.\n']);
  });

  whenDeep(() => {
    test('files that vanish during the run make the answer incomplete, and nothing worse', async () => {
      const names = Array.from({ length: 400 }, (_, index) => `f${String(index).padStart(4, '0')}.py`);
      const folder = makeFolder(Object.fromEntries(names.map((name) => [name, `exec(a)\n${'x = 1\n'.repeat(300)}`])));
      const program = path.join(import.meta.dirname, '..', '..', 'dist', 'cli', 'main.cjs');
      const run = spawn(process.execPath, [program, 'check', '--format', 'json'], {
        cwd: folder, env: { PATH: process.env['PATH'] }, stdio: ['ignore', 'pipe', 'ignore'],
      });
      let out = '';
      run.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
      // The last files go while the first are being checked: their names are long listed by then, or will never be.
      const remover = setTimeout(
        () => names.slice(-150).forEach((name) => rmSync(path.join(folder, name), { force: true })), 500,
      );
      const code = await new Promise<number | null>((resolve) => run.on('close', resolve));
      clearTimeout(remover);
      const { totals, incomplete } = JSON.parse(out) as {
        totals: { files: number };
        incomplete: { path: string; reason: string }[];
      };
      expect(code).toBe(incomplete.length > 0 ? 3 : 1);
      expect(incomplete.every(({ reason }) => reason === 'it vanished during the run')).toBe(true);
      expect(totals.files + incomplete.length).toBeLessThanOrEqual(400);
      expect(totals.files).toBeGreaterThanOrEqual(250);
    });
  });

  test('an ignore file that is a directory is reported by name', () => {
    const folder = makeFolder({ 'a.py': '', '.gitignore': '' });
    rmSync(path.join(folder, '.gitignore'));
    mkdirSync(path.join(folder, '.gitignore'));
    expect(elvar(folder, ['scope']).err).toContain('.gitignore is not read: it is a directory');
  });

  test('a broken link in place of an ignore file is reported', () => {
    const folder = makeFolder({ 'a.py': '' });
    symlinkSync('nowhere', path.join(folder, '.elvarignore'));
    const { code, err } = elvar(folder, ['scope']);
    expect(code).toBe(0);
    expect(err).toContain('.elvarignore is not read: it is a link');
  });

  test('names and texts with control characters do not drive the terminal', () => {
    const folder = makeFolder({
      'elvar.yaml': 'presets: [elvar:everything]\nrulings: { safety/*: { level: error, because: "a\\e[2Jb" } }\n',
      'x\u001b[31m\n\u202e.py': 'exec(a)\n',
      'y.js': 'import { a\u200f } from "b";\n',
    });
    for (const args of [['check'], ['resolve'], ['scope'], ['explain', 'x\u001b[31m\n\u202e.py'], [
      'explain', 'x\u001b[31m\n\u202e.py', 'safety/dynamic-code',
    ]]) {
      const { out, err } = elvar(folder, args);
      expect(out + err).not.toMatch(/[\u001b\u202e\u200f]/);
      if (args.length > 1 || args[0] === 'check') expect(out).toContain('x\\x1b[31m\\n\\u202e.py');
    }
  });

  test('neither does a mistake in a layer file', () => {
    const folder = makeFolder({ 'elvar.yaml': 'title: a\n"\\e[31mred": 1\n' });
    const { code, err } = elvar(folder, ['check']);
    expect(code).toBe(2);
    expect(err).not.toContain('\u001b');
  });

  test('no command that only shows changes a file', () => {
    const folder = makeFolder({ 'elvar.yaml': 'presets: [elvar:everything]\n', 'a.py': 'exec(a) \n' });
    const before = spawnSync(
      'find', ['.', '-type', 'f', '-newermt', '2000-01-01', '-printf', '%p %s %T@\n'], { cwd: folder, encoding: 'utf8' },
    ).stdout;
    for (const args of [['check'], ['resolve'], ['scope'], ['explain', 'a.py']]) elvar(folder, args);
    expect(spawnSync(
      'find', ['.', '-type', 'f', '-newermt', '2000-01-01', '-printf', '%p %s %T@\n'], { cwd: folder, encoding: 'utf8' },
    ).stdout).toBe(before);
  });
});
