import {
  chmodSync, chownSync, cpSync, existsSync, lutimesSync, mkdirSync, readdirSync, rmSync, symlinkSync, utimesSync, writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { execFileSync, spawnSync } from 'node:child_process';
import { beforeAll, describe, expect, test } from 'vitest';
import { commitBy, git } from '../support/git.js';
import { hasRun, looseFile, PLANTS, type Planted } from '../support/planted.js';
import { elvar, elvarProcess, makeFolder, writeFiles } from '../support/project.js';
import { HAS_TIME, sampled, whenDeep } from '../support/runs.js';

/** Each command that asks git something; in `npm test`, some of them. */
const COMMANDS: readonly (readonly string[])[] = sampled([
  ['check'],
  ['check', '--since', 'HEAD~1'],
  ['check', '--since', 'HEAD'],
  ['check', '--format', 'html'],
  ['check', '--format', 'sarif'],
  ['check', '--part', '1/2', '--format', 'sarif'],
  ['fix', '--dry-run'], ['status'], ['scope'], ['doctor'], ['explain', 'src/moor.js', 'text/line-width', '--who'], [
    'explain', 'src/moor.js:2', '--who',
  ],
  ['history', 'src/moor.js'], ['history', 'src/moor.js', 'text/line-width', '--format', 'json'], [
    'history', 'quay/b.js', 'text/trailing-blanks',
  ],
  ['impact', 'HEAD~2..HEAD'],
  ['impact', 'HEAD~3..HEAD', '--format', 'markdown'],
  ['impact'],
  ['impact', '--against', 'HEAD~1', '--format', 'markdown'],
  ['impact', 'HEAD~1...HEAD', '--format', 'json'],
  ['ledger', 'list'], ['waive', '--list'],
], 6);

/** A project with a history, known findings whose file has moved, waivers, and changes that are not committed. */
function harbour(folder: string): void {
  git(folder, 'init', '-q', '-b', 'main');
  git(folder, 'config', 'remote.origin.url', 'https://git.saltmarsh.example/harbour.git');
  writeFiles(folder, {
    'elvar.yaml': 'rulings:\n  text/line-width: { level: warning, options: { max: 60 } }\n  text/trailing-blanks: warning\n',
    'notes.txt': 'first\n',
    '.gitignore': 'out/\n',
    'out/made.js': '',
    'src/moor.js': `const berth = "${'a'.repeat(70)}"; // elvar waive text/line-width because it is a name\ntotal = 1;   \n`,
    'quay/a.js': `const pier = "${'b'.repeat(80)}";\nconst two = 2;\nconst three = 3;\n`,
  });
  elvar(folder, ['--today', '2026-03-01', 'ledger', 'take', '--because', 'it was there before', '--rule', 'text/line-width']);
  commitBy(folder, '2026-03-01', 'Mole Quay', 'begin');
  writeFiles(folder, {
    'notes.txt': 'second\n',
    'elvar.yaml': 'rulings:\n  text/line-width: { level: error, options: { max: 60 } }\n  text/trailing-blanks: warning\n',
  });
  commitBy(folder, '2026-03-02', 'Tide Pier', 'mean it');
  git(folder, 'mv', 'quay/a.js', 'quay/b.js');
  writeFiles(
    folder,
    { 'elvar.yaml': 'rulings:\n  text/line-width: { level: error, options: { max: 70 } }\n  text/trailing-blanks: warning\n' },
  );
  commitBy(folder, '2026-03-03', 'Mole Quay', 'move it');
  writeFiles(folder, { 'src/new.js': 'const late = 1;   \n', 'quay/elvar.yaml': 'rulings:\n  text/trailing-blanks: off\n' });
  commitBy(folder, '2026-03-04', 'Tide Pier', 'let the quay be');
  writeFiles(folder, {
    'new.txt': 'not known to git\n',
    'src/new.js': 'const late = 1;   \nconst later = 2;   \n',
    'elvar.yaml': 'rulings:\n  text/line-width: { level: error, options: { max: 75 } }\n  text/trailing-blanks: error\n',
  });
}

let template = '';
let answers: readonly string[] = [];
let outside = '';

/**
 * What each command answers, without what is about the folder itself, and when it was last checked: by the minute, or file by
 * file.
 */
function answersOf(folder: string, env: Readonly<Record<string, string>> = {}): string[] {
  return COMMANDS.map((args) => {
    const { code, out, err } = elvar(folder, ['--today', '2026-04-01', ...args], env);
    return `elvar ${args.join(' ')} ended with ${code}\n${out}\n${err}`
      .replaceAll(folder, 'FOLDER')
      .replaceAll(/^ *\.git\/? .*\n|(?<=^ *out\/ ) +/gm, '')
      .replaceAll(/(?: on|  +) ?\d{4}-\d\d-\d\d \d\d:\d\d|\d{4}-\d\d-\d\dT[\d:.]+Z/g, '');
  });
}

beforeAll(() => {
  outside = execFileSync('mktemp', ['-d'], { encoding: 'utf8' }).trim();
  template = path.join(outside, 'harbour');
  mkdirSync(template);
  harbour(template);
  answers = answersOf(template);
  return () => rmSync(outside, { recursive: true, force: true });
});

/** A copy of the project with something planted in it. */
function planted(plants: readonly string[]): Planted & { readonly mark: string } {
  const around = makeFolder();
  const [folder, mark, script] = [path.join(around, 'harbour'), path.join(around, 'has-run'), path.join(around, 'script')];
  cpSync(template, folder, { recursive: true, verbatimSymlinks: true });
  writeFileSync(script, `#!/bin/sh\necho "$0 $@" >> ${mark}\nexec cat\n`);
  chmodSync(script, 0o755);
  mkdirSync(path.join(around, 'outside'));
  const to = { folder, script, outside: path.join(around, 'outside') };
  for (const name of plants) PLANTS[name]?.plant(to);
  hasRun(mark);
  return { ...to, mark };
}

describe('a repository that nobody vouches for', () => {
  test('has a harmless copy with something to say', () => {
    expect(answers.join('')).toContain('text/line-width');
    for (const answer of answers) expect(answer).toMatch(/ ended with [01]\n/);
  });

  // What can be planted side by side is tried together; one by one in the deep tests.
  const ALONE = /partial clone|remote helper|work tree|elsewhere\b.*|not wanted|replaces|grafts/;
  const together = Object.keys(PLANTS).filter((name) => !ALONE.test(name));
  test.each([[together], ...(HAS_TIME ? Object.keys(PLANTS).map((name) => [[name]]) : [])])(
    'runs nothing and answers as a harmless copy does: %s', (plants) => {
      const { folder, mark } = planted(plants);
      const found = answersOf(folder, { PATH: `out:.:${process.env['PATH'] ?? ''}:` });
      expect(hasRun(mark)).toBe(false);
      for (const [index, answer] of found.entries()) expect(answer).toBe(answers[index]);
    },
  );

  test.each(
    sampled(Object.entries(PLANTS).filter(([, { shown }]) => shown !== undefined), 10),
  )('would run something if git were asked as usual: %s', (name, { shown = [] }) => {
    const { folder, mark } = planted([name]);
    spawnSync('git', ['-C', folder, ...shown], {
      timeout: 5000, env: { PATH: process.env['PATH'], HOME: '/nonexistent', GIT_CONFIG_NOSYSTEM: '1', GIT_SSH_VARIANT: 'ssh' },
    });
    expect(hasRun(mark)).toBe(true);
  });
});

const ENDLESS = 'an object that never ends';

/** Only what never ends is cut off sooner: a machine may be slow. */
const SOON = { ELVAR_GIT_TIMEOUT: '2000' };

/** Removes an object from a repository. @returns where git kept it. */
function lose(folder: string, revision: string): string {
  const file = looseFile(folder, git(folder, 'rev-parse', revision).trim());
  rmSync(file, { force: true });
  return file;
}

describe('what git cannot tell', () => {
  test.each(sampled<readonly [string, (file: string, folder: string) => void]>([
    ['an object that is missing', () => {}],
    ['an object that is damaged', (file: string) => writeFileSync(file, 'noise')],
    [
      'an object with other contents',
      (file: string, folder: string) => cpSync(looseFile(folder, git(folder, 'rev-parse', 'HEAD:elvar.yaml').trim()), file),
    ],
    ...(HAS_TIME ? [[ENDLESS, (file: string) => void execFileSync('mkfifo', [file])] as const] : []),
    ['an object that is a directory', (file: string) => mkdirSync(file)],
  ], 2))('is never taken for empty: %s', (what, damage) => {
    const { folder } = planted([]);
    const patience = what === ENDLESS ? SOON : {};
    damage(lose(folder, 'HEAD~2:elvar.yaml'), folder);
    for (const args of [
      ['impact', 'HEAD~2..HEAD'],
      ['impact', '--against', 'HEAD~2'],
      ['impact', 'HEAD~2..HEAD', '--format', 'markdown'],
      ['impact', 'HEAD~3..HEAD~2'],
    ]) {
      expect(elvar(folder, args, patience)).toMatchObject({
        code: 3,
        out: '',
        err: expect.stringMatching(/^The answer is incomplete: 1 path could not be read\.\n {2}HEAD~2:elvar\.yaml: /) as string,
      });
    }
    const history = elvar(folder, ['history', 'src/moor.js', 'text/line-width'], patience);
    expect(history).toMatchObject({ code: 3, err: expect.stringMatching(/incomplete[^]*[0-9a-f]{10}:elvar\.yaml: /) as string });
    // What is known up to there is told, and nothing that is not.
    expect(history.out).toContain('Not committed yet');
    expect(history.out).not.toMatch(/Mole Quay|Tide Pier|looked at/);
    const { incomplete, changes } =
      JSON.parse(elvar(folder, ['history', 'src/moor.js', 'text/line-width', '--format', 'json'], patience).out) as {
        incomplete: unknown[];
        changes: { cause: string }[];
      };
    expect(incomplete).toMatchObject([{ code: 'unreadable' }]);
    expect(changes.map(({ cause }) => cause)).toEqual(['uncommitted']);
  });

  whenDeep(() => {
    test.each(
      ['style/harbour.yaml', 'style/deep.yaml', '.gitignore', '.elvarignore', 'quay/elvar.yaml', 'quay/.gitignore'],
    )('is named, whichever file decides: %s', (lost) => {
      const folder = makeFolder({
        'elvar.yaml': 'presets: [./style/harbour.yaml]\n',
        'style/harbour.yaml': 'presets: [./deep.yaml]\n',
        'style/deep.yaml': 'rulings: { text/trailing-blanks: note }\n',
        '.gitignore': 'out/\n',
        '.elvarignore': 'old/\n',
        'quay/elvar.yaml': 'rulings: { text/trailing-blanks: error }\n',
        'quay/.gitignore': 'wet/\n',
        'quay/a.js': 'moor();  \n',
      });
      git(folder, 'init', '-q');
      commitBy(folder, '2026-03-01', 'Mole Quay', 'begin');
      writeFiles(folder, { [lost]: '# all is new\n' });
      commitBy(folder, '2026-03-02', 'Tide Pier', 'go on');
      lose(folder, `HEAD~1:${lost}`);
      for (const args of [['impact', 'HEAD~1..HEAD'], ['impact', '--against', 'HEAD~1']]) {
        expect(elvar(folder, args)).toMatchObject(
          {
            code: 3,
            out: '',
            err: expect.stringMatching(
              `^The answer is incomplete: 1 path could not be read\\.\n`
                + ` {2}HEAD~1:${lost.replaceAll('.', '\\.')}: git does not have its contents\n`,
            ) as string,
          },
        );
      }
      expect(elvar(folder, ['history', 'quay/a.js'])).toMatchObject({
        code: 3,
        err: expect.stringMatching(`  [0-9a-f]{10}:${lost.replaceAll('.', '\\.')}: git does not have its contents`) as string,
      });
    });
  });

  test('is a source file: the others are compared', () => {
    const { folder } = planted([]);
    lose(folder, 'HEAD:src/new.js');
    expect(elvar(folder, ['impact', 'HEAD~2..HEAD'])).toMatchObject({
      code: 3,
      out: expect.stringContaining('text/line-width') as string,
      err: expect.stringMatching(/src\/new\.js: git does not have its contents/) as string,
    });
  });

  test('is who wrote a line', () => {
    const { folder } = planted([]);
    lose(folder, 'HEAD:elvar.yaml');
    const { code, out, err } = elvar(folder, ['explain', 'src/moor.js', 'text/trailing-blanks', '--who']);
    expect({ code, err }).toMatchObject(
      { code: 3, err: expect.stringMatching(/elvar\.yaml: git cannot tell who wrote its lines: /) as string },
    );
    expect(out).toContain('text/trailing-blanks');
    expect(out).not.toMatch(/Quay|Pier|committed/);
  });

  test('is where a file with known findings has moved to', () => {
    const { folder } = planted([]);
    writeFiles(folder, { 'quay/b.js': `const pier = "${'b'.repeat(80)}";\nconst two = 2;\nconst three = 3;\nconst four = 4;\n` });
    git(folder, 'mv', 'quay/b.js', 'quay/c.js');
    commitBy(folder, '2026-03-05', 'Mole Quay', 'move it once more');
    expect(elvar(folder, ['check']).err).toBe('');
    lose(folder, 'HEAD~1:quay/b.js');
    expect(elvar(folder, ['check'])).toMatchObject({
      code: 3,
      err: expect.stringMatching(/elvar-ledger\.yaml: git cannot tell where files of its entries have moved to: /) as string,
    });
  });

  test('is what has changed', () => {
    const { folder } = planted([]);
    lose(folder, 'HEAD~1:elvar.yaml');
    expect(elvar(folder, ['check', '--since', 'HEAD~1'])).toMatchObject(
      { code: 3, out: '', err: expect.stringContaining('what has changed since HEAD~1: ') as string },
    );
  });

  test('is who wrote the lines of the oldest commit of a shallow clone', () => {
    const { folder } = planted([]);
    const clone = path.join(folder, '../clone');
    execFileSync('git', ['clone', '-q', '--depth', '2', `file://${folder}`, clone]);
    const { out } = elvar(clone, ['explain', 'src/moor.js', 'text/line-width', '--who']);
    expect(out).toMatch(/on or before 2026-03-03: [0-9a-f]{10} is the oldest commit that this shallow clone has/);
    expect(out).not.toContain('Mole Quay');
    const { rules } =
      JSON.parse(elvar(clone, ['explain', 'src/moor.js', 'text/line-width', '--who', '--format', 'json']).out) as {
        rules: Record<string, { trail: { who: unknown }[] }>;
      };
    expect(rules['text/line-width']?.trail.map(({ who }) => who)).toContainEqual(
      expect.objectContaining({ author: null, isOldest: true }),
    );
  });

  test('is asked in folders that are gone afterwards, also those of runs that were ended before', () => {
    const { folder, outside: temporary } = planted([]);
    const old = new Date(Date.now() - 3 * 24 * 60 * 60 * 1000);
    writeFiles(
      temporary,
      { 'elvar-git-ended/own/HEAD': '', 'elvar-git-other/own/HEAD': '', 'elvar-git-asking/own/HEAD': '', 'elvar-notes/a': '' },
    );
    symlinkSync(folder, path.join(temporary, 'elvar-git-link'));
    chownSync(path.join(temporary, 'elvar-git-other'), 12345, 12345);
    for (const name of ['elvar-git-ended', 'elvar-git-other', 'elvar-notes']) utimesSync(path.join(temporary, name), old, old);
    lutimesSync(path.join(temporary, 'elvar-git-link'), old, old);
    expect(elvarProcess(folder, ['impact', 'HEAD~1..HEAD'], { TMPDIR: temporary }).code).toBe(0);
    expect(readdirSync(temporary).sort()).toEqual(['elvar-git-asking', 'elvar-git-link', 'elvar-git-other', 'elvar-notes']);
    expect(existsSync(path.join(folder, 'elvar.yaml'))).toBe(true);
  });

  test('is a repository of somebody else, until the user allows it', () => {
    const { folder } = planted([]);
    const home = path.join(folder, '../home');
    mkdirSync(home);
    execFileSync('chown', ['-R', '12345', folder]);
    const run = (...args: string[]): ReturnType<typeof elvar> => elvar(folder, args, { HOME: home });
    for (const args of [
      ['check', '--since', 'HEAD'],
      ['impact', 'HEAD~1..HEAD'],
      ['history', 'src/moor.js'],
      ['explain', 'src/moor.js', '--who'],
      ['impact', '--against', 'HEAD'],
    ]) {
      expect(run(...args)).toMatchObject(
        {
          code: 2,
          out: '',
          err: expect.stringMatching(
            // elvar waive text/line-width because an output is one pattern
            /belongs to another user \(number 12345\), so git is not asked about it\n {2}If you trust it: git config --global --add safe\.directory \//,
          ) as string,
        },
      );
    }
    // What needs no git goes on.
    expect(run('check')).toMatchObject({ code: 1 });
    writeFileSync(path.join(home, '.gitconfig'), `[safe]\n\tdirectory = ${folder}\n`);
    expect(run('check', '--since', 'HEAD')).toMatchObject({ code: 1 });
    writeFileSync(
      path.join(home, '.gitconfig'), `[safe]\n\tdirectory = ${folder}\n\tdirectory =\n\tdirectory = ${path.dirname(folder)}\n`,
    );
    expect(run('check', '--since', 'HEAD')).toMatchObject({ code: 2 });
    writeFileSync(path.join(home, '.gitconfig'), `[safe]\n\tdirectory = ${path.dirname(folder)}/*\n`);
    expect(run('check', '--since', 'HEAD')).toMatchObject({ code: 1 });
  });
});
