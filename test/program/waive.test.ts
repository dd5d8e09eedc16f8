import { spawnSync } from 'node:child_process';
import { chmodSync, readFileSync, statSync, symlinkSync } from 'node:fs';
import path from 'node:path';
import { beforeEach, describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder } from '../support/project.js';

const FILES = {
  'elvar.yaml': 'rulings:\n  slips/*: warning\n  slips/undeclared: off\n'
    + '  safety/dynamic-code: { level: error, waivers: refuse }\n  waivers/*: error\n',
  'quay/moor.js': 'export function moor(a, b) {\n  if (a == b) go(a == 1 ? b : a);\n  eval(a);\n}\nif (a == 2) go();\n',
  'data.json': '{ "a": 1, "a": 2 }\n',
};

let folder: string;
beforeEach(() => {
  folder = makeFolder(FILES);
});

function code(): string {
  return readFileSync(path.join(folder, 'quay/moor.js'), 'utf8');
}

describe('waive', () => {
  test('writes a comment for the findings on a line, and check accepts it', () => {
    const { code: exit, out } = elvar(folder, ['waive', 'quay/moor.js:2', '--because', 'the gate sends text']);
    expect(exit).toBe(0);
    expect(out.split('\n')[0]).toBe('Waived slips/loose-compare.');
    expect(code()).toBe(FILES['quay/moor.js'].replace(
      '  if (a == b)', '  // elvar waive slips/loose-compare because the gate sends text\n  if (a == b)',
    ));
    const { findings } = elvarJson<{ findings: { rule: string; line: number }[] }>(folder, ['check', 'quay']);
    expect(findings.map(({ rule, line }) => `${line} ${rule}`)).toEqual(['4 safety/dynamic-code', '6 slips/loose-compare']);
  });

  test('with --dry-run says what it would do, and does nothing', () => {
    const { code: exit, out } = elvar(
      folder, ['waive', 'quay/moor.js:2', 'slips/*', '--below', '--until', '2999-01-31', '--because', 'it is old', '--dry-run'],
    );
    expect(exit).toBe(0);
    expect(out).toContain('+  // elvar waive slips/* below until 2999-01-31 because it is old\n');
    expect(code()).toBe(FILES['quay/moor.js']);
  });

  test('for machines, from anywhere in the project', () => {
    const json = elvarJson<Record<string, unknown>>(
      path.join(folder, 'quay'), ['waive', 'moor.js', 'slips/loose-compare', '--throughout', '--because', 'it is old'],
    );
    expect(json).toMatchObject({
      format: 'elvar-waive/1', path: 'quay/moor.js', line: 1, selectors: ['slips/loose-compare'], reach: 'throughout',
      until: null, because: 'it is old', written: true,
    });
    expect(code()).toMatch(/^\/\/ elvar waive slips\/loose-compare throughout because it is old\nexport/);
  });

  test('keeps the mode of the file, its line ends and its byte-order mark', () => {
    const crlf = makeFolder({ 'elvar.yaml': FILES['elvar.yaml'], 'a.js': '\uFEFFgo();\r\ngo(a == b);\r\n' });
    chmodSync(path.join(crlf, 'a.js'), 0o750);
    expect(elvar(crlf, ['waive', 'a.js:2', '--because', 'x']).code).toBe(0);
    expect(readFileSync(path.join(crlf, 'a.js'), 'utf8')).toBe(
      '\uFEFFgo();\r\n// elvar waive slips/loose-compare because x\r\ngo(a == b);\r\n',
    );
    expect(statSync(path.join(crlf, 'a.js')).mode & 0o777).toBe(0o750);
  });

  test('refuses with a reason, and changes nothing', () => {
    const wrong: [string[], RegExp][] = [
      [
        ['quay/moor.js:3', '--because', 'x'],
        // elvar waive text/line-width because an output is one pattern
        /safety\/dynamic-code may not be waived here\n\s+To see who decided that: elvar explain quay\/moor\.js safety\/dynamic-code/,
      ],
      [['quay/moor.js:1', '--because', 'x'], /nothing is found at quay\/moor\.js:1/],
      [['quay/moor.js:99', '--because', 'x'], /nothing is found at quay\/moor\.js:99/],
      [['quay/moor.js:2'], /needs a reason/],
      [['quay/moor.js:2', '--because', '  '], /needs a reason/],
      [['quay/moor.js:2', '--because', 'a\u001bb'], /control characters/],
      [['quay/moor.js:2', '--because', 'x', '--until', '2027-02-30'], /2027-02-30 is not a date/],
      [['quay/moor.js:2', '--because', 'x', '--until', '2001-01-31'], /2001-01-31 is past/],
      [['quay/moor.js:2', '--because', 'x', '--below', '--throughout'], /cannot be combined/],
      [['quay/moor.js:2', '--because', 'x', '--below'], /name the rules/],
      [['quay/moor.js:2', 'slips/fall-through', '--because', 'x'], /slips\/fall-through finds nothing at quay\/moor\.js:2/],
      [['quay/moor.js:2', 'slips/loose-compar', '--because', 'x'], /Did you mean slips\/loose-compare/],
      [['quay/moor.js', '--because', 'x'], /names no line/],
      [['none.js:1', '--because', 'x'], /there is no file none\.js/],
      [['quay:1', '--because', 'x'], /there is no file quay/],
      [['data.json:1', '--because', 'x'], /json has no comments/],
    ];
    for (const [args, message] of wrong) {
      const { code: exit, err, out } = elvar(folder, ['waive', ...args]);
      expect([exit, out], args.join(' ')).toEqual([2, '']);
      expect(err, args.join(' ')).toMatch(message);
    }
    expect(code()).toBe(FILES['quay/moor.js']);
    expect(readFileSync(path.join(folder, 'data.json'), 'utf8')).toBe(FILES['data.json']);
  });

  test('does not waive again what is already excused', () => {
    expect(elvar(folder, ['waive', 'quay/moor.js:5', '--because', 'x']).code).toBe(0);
    expect(elvar(folder, ['waive', 'quay/moor.js:6', '--because', 'x']).err).toMatch(
      /everything found at quay\/moor\.js:6 is excused already/,
    );
  });

  test('follows no link', () => {
    symlinkSync('quay/moor.js', path.join(folder, 'link.js'));
    expect(elvar(folder, ['waive', 'link.js:2', '--because', 'x'])).toMatchObject(
      { code: 2, err: expect.stringContaining('is not checked: a symbolic link, which is not followed') as string },
    );
    expect(code()).toBe(FILES['quay/moor.js']);
  });
});

describe('waivers in the whole tree', () => {
  const MOOR = [
    '// elvar waive slips/loose-compare, slips/fall-through because the gate sends text', 'go(a == b);',
    '/* elvar waive slips/* below because it was old */', 'go();', '/* elvar resume slips/* */',
    'go(c); // elvar waive slips/loose-compare until 2999-12-31',
    'go(a == d); // elvar waive slips/loose-compare until 2001-12-31 because it was', '',
  ].join('\n');

  test('are listed, with what they excuse and since when', () => {
    const old = makeFolder({ 'elvar.yaml': FILES['elvar.yaml'], 'quay/moor.js': MOOR, 'b.py': 'a = 1\n' });
    const git = (...args: string[]): void => {
      const { status, stderr } = spawnSync('git', ['-c', 'user.name=quay', '-c', 'user.email=quay@harbour.example', ...args], {
        cwd: old,
        encoding: 'utf8',
        env: { ...process.env, GIT_AUTHOR_DATE: '2026-03-04T12:00:00Z', GIT_COMMITTER_DATE: '2026-03-04T12:00:00Z' },
      });
      expect(status, stderr).toBe(0);
    };
    git('init', '-q');
    git('add', '.');
    git('commit', '-q', '-m', 'Moor');
    const { waivers } = elvarJson<{ waivers: Record<string, unknown>[] }>(old, ['waive', '--list']);
    expect(waivers).toEqual([
      {
        path: 'quay/moor.js', line: 1, selectors: ['slips/loose-compare', 'slips/fall-through'], reach: 'line', until: null,
        because: 'the gate sends text', expired: false, excuses: [1, 0], since: '2026-03-04',
      },
      {
        path: 'quay/moor.js', line: 3, selectors: ['slips/*'], reach: 'below', until: null, because: 'it was old',
        expired: false, excuses: [0], since: '2026-03-04',
      },
      {
        path: 'quay/moor.js', line: 6, selectors: ['slips/loose-compare'], reach: 'line', until: '2999-12-31', because: null,
        expired: false, excuses: [0], since: '2026-03-04',
      },
      {
        path: 'quay/moor.js', line: 7, selectors: ['slips/loose-compare'], reach: 'line', until: '2001-12-31', because: 'it was',
        expired: true, excuses: [0], since: '2026-03-04',
      },
    ]);
    const { out } = elvar(old, ['waive', '--list', 'quay']);
    expect(out).toMatch(/^4 waivers, 4 of them not needed, or not entirely\.\n/);
    expect(out).toMatch(/quay\/moor\.js:6 .* since 2026-03-04 {2}until 2999-12-31 {2}excuses nothing\n {4}no reason given/);
    expect(elvar(old, ['waive', '--list', 'b.py']).out).toBe('There are no waivers here.\n');
  });

  test('lose selectors that excuse nothing, and nothing else', () => {
    const tree = makeFolder({ 'elvar.yaml': FILES['elvar.yaml'], 'quay/moor.js': MOOR });
    const file = path.join(tree, 'quay/moor.js');
    const dry = elvar(tree, ['waive', '--remove-unused', '--dry-run']);
    expect([dry.code, readFileSync(file, 'utf8')]).toEqual([0, MOOR]);
    expect(dry.out).toContain('3 waivers in 1 file would be removed, at least in part.');
    const { code: exit, out } = elvar(tree, ['waive', '--remove-unused']);
    expect(exit).toBe(0);
    expect(out).toContain('3 waivers in 1 file removed, at least in part of it.');
    expect(readFileSync(file, 'utf8')).toBe([
      '// elvar waive slips/loose-compare because the gate sends text', 'go(a == b);', 'go();', 'go(c);',
      'go(a == d); // elvar waive slips/loose-compare until 2001-12-31 because it was', '',
    ].join('\n'));
    expect(elvar(tree, ['waive', '--remove-unused']).out).toBe('Every waiver here is needed.\n');
  });

  test('in a tree without git have no age', () => {
    const tree = makeFolder({ 'elvar.yaml': FILES['elvar.yaml'], 'a.js': MOOR });
    const { waivers } = elvarJson<{ waivers: { since: string | null }[] }>(tree, ['waive', '--list']);
    expect(new Set(waivers.map(({ since }) => since))).toEqual(new Set([null]));
    expect(elvar(tree, ['waive', '--list', '--remove-unused'])).toMatchObject({ code: 2, out: '' });
  });
});
