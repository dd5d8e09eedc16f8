import { chmodSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { beforeEach, describe, expect, test } from 'vitest';
import { commitAll, git } from '../support/git.js';
import { elvar, elvarJson, elvarUnprivileged, makeFolder, writeFiles } from '../support/project.js';

const BAD = 'go(a == 1);\n';

interface Json {
  readonly findings: readonly { path: string; line: number; rule: string }[];
  readonly totals: Record<string, number>;
  readonly since?: string;
}

let folder: string;
beforeEach(() => {
  folder = makeFolder({
    'elvar.yaml': 'rulings:\n  slips/loose-compare: error\n  size/function-lines: { level: warning, options: { max: 3 } }\n',
    'a.js': BAD.repeat(4), 'sub/b c.js': BAD.repeat(2), 'clean.js': 'go();\n',
  });
  git(folder, 'init', '-q', '-b', 'main');
  commitAll(folder);
});

function since(revision: string, ...args: string[]): string[] {
  return elvarJson<Json>(folder, ['check', '--since', revision, ...args]).findings.map(
    ({ path: file, line }) => `${file}:${line}`,
  );
}

function edit(file: string, change: (lines: string[]) => string[], lineEnd = '\n'): void {
  const whole = path.join(folder, file);
  writeFileSync(whole, change(readFileSync(whole, 'utf8').split(lineEnd)).join(lineEnd));
}

describe('check --since', () => {
  test('reports only changed lines, whether committed, staged or neither', () => {
    expect(since('HEAD')).toEqual([]);
    expect(elvar(folder, ['check', '--since', 'HEAD'])).toMatchObject(
      { code: 0, out: expect.stringMatching(/^No checked file has changed since HEAD\./) as string },
    );
    git(folder, 'checkout', '-q', '-b', 'work');
    edit('a.js', ([first, second, ...rest]) => [first as string, `${second} // x`, 'go(b == 2);', ...rest]);
    commitAll(folder);
    edit('sub/b c.js', (lines) => ['go(c == 3);', ...lines]);
    git(folder, 'add', '-A');
    writeFiles(folder, { 'new.js': BAD + BAD, '.gitignore': '', '+++ b/odd "é\n.js': BAD });
    git(folder, 'add', '+++ b/odd "é\n.js');
    expect(since('main')).toEqual(['+++ b/odd "é\n.js:1', 'a.js:2', 'a.js:3', 'new.js:1', 'new.js:2', 'sub/b c.js:1']);
    expect(since('HEAD')).toEqual(['+++ b/odd "é\n.js:1', 'new.js:1', 'new.js:2', 'sub/b c.js:1']);
    expect(since('main', 'sub')).toEqual(['sub/b c.js:1']);
    expect(elvarJson<Json>(folder, ['check', '--since', 'main'])).toMatchObject(
      { since: 'main', totals: { error: 6, files: 5 } },
    );
    expect(elvar(folder, ['check', '--since', 'main']).out).toMatch(
      /^6 findings on lines changed since main in 4 of 5 files: 6 errors\./,
    );
  });

  test('recognises files that git has renamed, and lines that only look like headers', () => {
    git(folder, 'mv', 'a.js', 'z.js');
    edit('z.js', (lines) => ['/*', '++ b/clean.js', '@@ -1 +1 @@', '*/', ...lines, 'go(d == 4);']);
    expect(since('HEAD')).toEqual(['z.js:10']);
  });

  test('reports a finding that touches changed lines', () => {
    writeFiles(folder, { 'long.js': 'function moor() {\n  go(1);\n  go(2);\n}\n' });
    commitAll(folder);
    edit('long.js', (lines) => lines.map((line) => (line.includes('2') ? '  go(3 ==\n    4);' : line)));
    expect(since('HEAD')).toEqual(['long.js:3']);
  });

  test('counts lines as git does if line ends are mixed', () => {
    writeFiles(folder, { 'mixed.js': 'go(1 == 1);\rgo(2 == 2);\r\ngo(3 == 3);\ngo(4 == 4);\n' });
    commitAll(folder);
    edit('mixed.js', (lines) => lines.map((line) => line.replace('3 == 3', '5 == 5')));
    expect(since('HEAD')).toEqual(['mixed.js:3']);
  });

  test('whatever the settings of the user', () => {
    for (const [key, value] of [
      ['diff.noprefix', 'true'],
      ['diff.mnemonicPrefix', 'true'],
      ['color.ui', 'always'],
      ['core.quotePath', 'true'],
      ['diff.external', 'false'],
      ['diff.context', '9'],
      ['diff.interHunkContext', '9'],
      ['diff.renames', 'false'],
    ]) {
      git(folder, 'config', key as string, value as string);
    }
    writeFiles(folder, { '.gitattributes': '*.js -diff\n' });
    edit('sub/b c.js', (lines) => ['go(c == 3);', ...lines]);
    expect(since('HEAD')).toEqual(['sub/b c.js:1']);
  });

  test('in a project that is a part of a repository', () => {
    writeFiles(folder, { 'sub/elvar.yaml': 'rulings: { slips/loose-compare: error }\n', 'sub/n.js': BAD });
    edit('sub/b c.js', (lines) => [...lines, 'go(c == 3);']);
    edit('a.js', (lines) => ['go(c == 3);', ...lines]);
    expect(since('HEAD', '--root', 'sub')).toEqual(['b c.js:4', 'n.js:1']);
  });

  test('leaves excused findings excused, and fails only for new ones', () => {
    elvar(folder, ['ledger', 'take', 'a.js']);
    edit('a.js', (lines) => lines.map((line, index) => (index === 1 ? ` ${line}` : line)));
    expect(since('HEAD')).toEqual([]);
    expect(elvar(folder, ['check', '--since', 'HEAD']).code).toBe(0);
    expect(elvar(folder, ['check']).code).toBe(1);
  });

  test('says what is wrong if git cannot tell', () => {
    expect(elvar(folder, ['check', '--since', 'nowhere'])).toMatchObject(
      { code: 2, out: '', err: expect.stringContaining('git knows no revision nowhere here') as string },
    );
    expect(elvar(folder, ['check', '--since', '--output=x'])).toMatchObject({ code: 2 });
    expect(elvar(folder, ['check', '--since=--output=x'])).toMatchObject(
      { code: 2, out: '', err: expect.stringContaining('git knows no revision --output=x') as string },
    );
    rmSync(path.join(folder, '.git'), { recursive: true });
    expect(elvar(folder, ['check', '--since', 'HEAD'])).toMatchObject(
      { code: 2, err: expect.stringContaining('--since needs git: this is not in a git repository') as string },
    );
    git(folder, 'init', '-q');
    expect(elvar(folder, ['check', '--since', 'HEAD'], { PATH: '/nonexistent' })).toMatchObject(
      { code: 2, err: expect.stringContaining('there is no git on this machine') as string },
    );
    expect(elvar(folder, ['check', '--since', 'HEAD'])).toMatchObject(
      { code: 2, err: expect.stringContaining('git knows no revision HEAD') as string },
    );
  });
});

describe('check --group-by file', () => {
  test('shows the status of every file', () => {
    writeFiles(folder, {
      'warned.js': 'function moor() {\n  go(1);\n  go(2);\n  go(3);\n}\n',
      '.elvarignore': 'out/\n',
      'out/x.js': '',
      'blob.js': Buffer.from([0]),
      'README': '',
    });
    elvar(folder, ['ledger', 'take', 'sub']);
    const { out } = elvar(folder, ['check', '--group-by', 'file', '--no-personal']);
    expect(out).toContain('error  a.js  4 findings\n');
    expect(out).toContain('warning  warned.js  1 finding\n');
    expect(out).toMatch(/Excused only {2}1 file\n {2}sub\/b c\.js {2}2 excused\n/);
    expect(out).toMatch(/Clean {2}\d files\n[^]* {2}clean\.js\n/);
    expect(out).toMatch(/Not checked {2}5 paths\n[^]* {2}out\/ +ignored: \.elvarignore:1 {2}out\/\n/);
    const { files, skipped } =
      elvarJson<{ files: { path: string; status: string }[]; skipped: { path: string; reason: string }[] }>(
        folder,
        ['check', '--group-by', 'file'],
      );
    expect(
      Object.fromEntries(files.filter(({ path: file }) => file.endsWith('.js')).map(({ path: file, status }) => [file, status])),
    )
      .toEqual({ 'a.js': 'error', 'clean.js': 'clean', 'sub/b c.js': 'excused', 'warned.js': 'warning' });
    expect(skipped.map(({ path: file, reason }) => `${file} ${reason}`)).toEqual(
      ['.git/ ignored', 'README no-language', 'blob.js binary', 'elvar-ledger.yaml generated', 'out/ ignored'],
    );
  });

  test('names what could not be read', () => {
    chmodSync(path.join(folder, 'clean.js'), 0);
    expect(elvarUnprivileged(folder, ['check', '--group-by', 'file']).out).toMatch(/clean\.js +unreadable: could not be read/);
  });
});
