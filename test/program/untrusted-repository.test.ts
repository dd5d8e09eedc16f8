import { chmodSync, cpSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { execFileSync, spawnSync } from 'node:child_process';
import { beforeAll, describe, expect, test } from 'vitest';
import { commitBy, git } from '../support/git.js';
import { hasRun, PLANTS, type Planted } from '../support/planted.js';
import { elvar, elvarUnprivileged, makeFolder, writeFiles } from '../support/project.js';
import { HAS_TIME } from '../support/runs.js';

/** Each command that asks git something. */
const COMMANDS: readonly (readonly string[])[] = [
  ['check'], ['check', '--since', 'HEAD~1'], ['check', '--since', 'HEAD'], ['check', '--format', 'html'], ['check', '--format', 'sarif'], ['check', '--part', '1/2', '--format', 'sarif'],
  ['fix', '--dry-run'], ['status'], ['scope'], ['doctor'], ['explain', 'src/moor.js', 'text/line-width', '--who'], ['explain', 'src/moor.js:2', '--who'],
  ['history', 'src/moor.js'], ['history', 'src/moor.js', 'text/line-width', '--format', 'json'], ['history', 'quay/b.js', 'text/trailing-blanks'],
  ['impact', 'HEAD~2..HEAD'], ['impact', 'HEAD~3..HEAD', '--format', 'markdown'], ['impact'], ['impact', '--against', 'HEAD~1', '--format', 'markdown'], ['impact', 'HEAD~1...HEAD', '--format', 'json'],
  ['ledger', 'list'], ['waive', '--list'],
];

/** A project with a history, known findings whose file has moved, waivers, and changes that are not committed. */
function harbour(folder: string): void {
  git(folder, 'init', '-q', '-b', 'main');
  git(folder, 'config', 'remote.origin.url', 'https://git.saltmarsh.example/harbour.git');
  writeFiles(folder, {
    'elvar.yaml': 'rulings:\n  text/line-width: { level: warning, options: { max: 60 } }\n  text/trailing-blanks: warning\n', 'notes.txt': 'first\n', '.gitignore': 'out/\n', 'out/made.js': '',
    'src/moor.js': `const berth = "${'a'.repeat(70)}"; // elvar waive text/line-width because it is a name\ntotal = 1;   \n`, 'quay/a.js': `const pier = "${'b'.repeat(80)}";\nconst two = 2;\nconst three = 3;\n`,
  });
  elvar(folder, ['ledger', 'take', '--because', 'it was there before', '--rule', 'text/line-width']);
  commitBy(folder, '2026-03-01', 'Mole Quay', 'begin');
  writeFiles(folder, { 'notes.txt': 'second\n', 'elvar.yaml': 'rulings:\n  text/line-width: { level: error, options: { max: 60 } }\n  text/trailing-blanks: warning\n' });
  commitBy(folder, '2026-03-02', 'Tide Pier', 'mean it');
  git(folder, 'mv', 'quay/a.js', 'quay/b.js');
  writeFiles(folder, { 'elvar.yaml': 'rulings:\n  text/line-width: { level: error, options: { max: 70 } }\n  text/trailing-blanks: warning\n' });
  commitBy(folder, '2026-03-03', 'Mole Quay', 'move it');
  writeFiles(folder, { 'src/new.js': 'const late = 1;   \n', 'quay/elvar.yaml': 'rulings:\n  text/trailing-blanks: off\n' });
  commitBy(folder, '2026-03-04', 'Tide Pier', 'let the quay be');
  writeFiles(folder, { 'new.txt': 'not known to git\n', 'src/new.js': 'const late = 1;   \nconst later = 2;   \n', 'elvar.yaml': 'rulings:\n  text/line-width: { level: error, options: { max: 75 } }\n  text/trailing-blanks: error\n' });
}

let template = '';
let answers: readonly string[] = [];
let outside = '';

/** What each command answers, without what is about the folder itself. */
function answersOf(folder: string, env: Readonly<Record<string, string>> = {}): string[] {
  return COMMANDS.map((args) => {
    const { code, out, err } = elvar(folder, ['--today', '2026-04-01', ...args], env);
    return `elvar ${args.join(' ')} ended with ${code}\n${out}\n${err}`.replaceAll(folder, 'FOLDER').replaceAll(/^ *\.git\/? .*\n|(?<=^ *out\/ ) +/gm, '').replaceAll(/\b\d\d:\d\d(?=: )|\d{4}-\d\d-\d\dT[\d:.]+Z/g, 'TIME');
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
    expect(answers.join('')).toMatch(/Tide Pier[^]*Mole Quay/);
    for (const answer of answers) expect(answer).toMatch(/ ended with [01]\n/);
  });

  // What can be planted side by side is tried together; one by one in the deep tests.
  const ALONE = /partial clone|remote helper|work tree|elsewhere\b.*|not wanted|replaces|grafts/;
  const together = Object.keys(PLANTS).filter((name) => !ALONE.test(name));
  const some = ['a partial clone by a command', 'one of several work trees', 'a layer file that replaces another'];
  test.each([[together], ...Object.keys(PLANTS).filter((name) => HAS_TIME || some.includes(name)).map((name) => [[name]])])('runs nothing and answers as a harmless copy does: %s', (plants) => {
    const { folder, mark } = planted(plants);
    const found = answersOf(folder, { PATH: `out:.:${process.env['PATH'] ?? ''}:` });
    expect(hasRun(mark)).toBe(false);
    for (const [index, answer] of found.entries()) expect(answer).toBe(answers[index]);
  });

  test.each(Object.entries(PLANTS).filter(([name, { shown }]) => shown !== undefined && (HAS_TIME || !name.includes('partial'))))('would run something if git were asked as usual: %s', (name, { shown = [] }) => {
    const { folder, mark } = planted([name]);
    spawnSync('git', ['-C', folder, ...shown], { timeout: 5000, env: { PATH: process.env['PATH'], HOME: '/nonexistent', GIT_CONFIG_NOSYSTEM: '1', GIT_SSH_VARIANT: 'ssh' } });
    expect(hasRun(mark)).toBe(true);
  });
});
