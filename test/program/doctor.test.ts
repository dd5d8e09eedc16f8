import { readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { commitAll, git } from '../support/git.js';
import { elvar, elvarJson, makeFolder, writeFiles } from '../support/project.js';

interface Doctor {
  readonly format: string;
  readonly diagnoses: readonly {
    code: string;
    what: string;
    advice: string;
    file: string;
    line: number | null;
    weight: string;
    mendable: boolean;
  }[];
}

const DAY = ['--today', '2026-11-23'];

function told(files: Readonly<Record<string, string>>, prepare: (folder: string) => void = () => undefined): string[] {
  const folder = makeFolder({ 'a.js': 'go(a == b);\n', ...files });
  prepare(folder);
  return elvarJson<Doctor>(folder, ['doctor', ...DAY]).diagnoses.map(
    ({ code, file, line, mendable }) => `${code} ${file}${line === null ? '' : `:${line}`}${mendable ? ' mendable' : ''}`,
  );
}

describe('doctor', () => {
  test('finds nothing if nothing is wrong', () => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings:\n  slips/*: error\n', 'a.js': '' });
    expect(elvar(folder, ['doctor'])).toMatchObject(
      { code: 0, out: 'No problems in the configuration. 1 layer file for 2 files checked.\n' },
    );
  });

  test.each<[string, Record<string, string>, string[]]>([
    [
      'a ruling that is always overruled',
      { 'elvar.yaml': 'rulings:\n  slips/loose-compare: note\nzones:\n- name: all\n  rulings: { slips/loose-compare: error }\n' },
      ['idle-ruling elvar.yaml:2 mendable'],
    ],
    [
      'a ruling that says what holds without it',
      {
        'elvar.yaml': 'presets: [./p.yaml]\nrulings:\n  slips/loose-compare: error\n  slips/*: error\n',
        'p.yaml': 'rulings: { slips/hollow-block: note }\n',
      },
      ['idle-ruling elvar.yaml:3 mendable'],
    ],
    [
      'one of two rulings on a line',
      {
        'elvar.yaml':
          'presets: [./p.yaml]\nzones:\n- name: one\n  rulings: { slips/loose-compare: note, slips/hollow-block: note }\n',
        'p.yaml': 'rulings: { slips/hollow-block: note }\n',
      },
      ['idle-ruling elvar.yaml:4 mendable'],
    ],
    [
      'a zone that later ones hide',
      { 'elvar.yaml': 'zones:\n- name: one\n  match: ["*.js"]\n  rulings: { slips/loose-compare: note }\n- name: two\n'
        + '  rulings: { slips/loose-compare: error }\n' },
      ['idle-zone elvar.yaml:2'],
    ],
    ['a cap that lowers nothing', { 'elvar.yaml': 'rulings:\n  slips/*: note\nat-most: warning\n' }, ['idle-cap elvar.yaml:3']],
    ['a zone and patterns without a file', { 'elvar.yaml': 'scope: { ignore: [/none/] }\nlanguages: { php: ["*.module"] }\n'
      + 'rulings: { slips/*: note }\nzones:\n- name: one\n  match: [/gone/]\n  rulings: { slips/*: error }\n- name: two\n'
      + '  match: ["*.js", "*.mjs"]\n  rulings: { slips/*: error }\n', '.elvarignore': '# old\n*.tmp\n' }, [
        'pattern-matches-nothing .elvarignore:2 mendable', 'pattern-matches-nothing elvar.yaml:1',
        'pattern-matches-nothing elvar.yaml:2', 'zone-matches-nothing elvar.yaml:5', 'pattern-matches-nothing elvar.yaml:9',
      ]],
    [
      'a preset adopted twice',
      {
        'elvar.yaml': 'presets: [./p.yaml, ./q.yaml, ./p.yaml]\n',
        'p.yaml': 'rulings: { slips/*: note }\n',
        'q.yaml': 'rulings: { slips/loose-compare: error }\n',
      },
      ['adopted-twice elvar.yaml:1'],
    ],
    [
      'a preset that another brings in too',
      {
        'elvar.yaml': 'presets:\n- ./p.yaml\n- ./q.yaml\n',
        'p.yaml': 'rulings: { slips/*: note }\n',
        'q.yaml': 'presets: [./p.yaml]\nrulings: { dead/*: error }\n',
      },
      ['adopted-twice elvar.yaml:3'],
    ],
    [
      'a rule for a language that is not there',
      { 'elvar.yaml': 'rulings:\n  slips/loose-compare: error\n  slips/bare-except: error\n' },
      ['language-lacking elvar.yaml:3'],
    ],
    [
      'rules that contradict each other',
      {
        'elvar.yaml': 'rulings:\n  slips/embedded-constant: error\n  slips/settable-constant: error\n', 'A.java': 'class A {}\n',
      },
      ['contradiction elvar.yaml:3'],
    ],
    [
      'a ruling that a guard refuses',
      {
        'elvar.yaml': 'rulings:\n  safety/*: { level: error, guard: no-weaker, because: x }\n',
        'b/elvar.yaml': 'rulings:\n  safety/dynamic-code: note\n',
        'b/c.js': '',
      },
      ['refused b/elvar.yaml:2'],
    ],
    [
      'what has expired, or soon will',
      { 'elvar.yaml': 'rulings:\n  slips/*: { level: error, until: 2026-11-22 }\n'
        + '  dead/*: { level: error, until: 2026-12-22 }\n  size/*: { level: error, until: 2026-12-23 }\n' },
      ['expired elvar.yaml:2', 'directory-unchecked x', 'expires-soon elvar.yaml:3'].filter((line) =>
        !line.includes('directory')),
    ],
    [
      'reasons that are missing',
      {
        'elvar.yaml': 'rulings:\n  slips/*: error\n  slips/loose-compare: off\n',
        'b.js': 'go(); // elvar waive slips/*\n',
        'c.js': '// elvar waive dead/* because x\n',
      },
      ['no-reason b.js:1', 'unused-waiver c.js:1', 'no-reason elvar.yaml:3'],
    ],
    ['examples of a house rule', { 'elvar.yaml': 'rulings: { house/tide: note }\nrules:\n  house/tide:\n    title: No tide\n'
      + '    languages: [javascript]\n    pattern: tide\n    message: no\n    examples:\n      good: ["wind();", "tide();"]\n'
      + '      bad: ["tide();", "wind();"]\n' }, [
        'example-fails elvar.yaml:9', 'example-fails elvar.yaml:10',
      ]],
    [
      'the ledger',
      {
        'elvar.yaml': 'rulings: { slips/*: note }\n',
        'elvar-ledger.yaml': 'findings:\n- path: a.js\n  rule: slips/loose-compare\n  fingerprint: 00000000000000aa\n'
          + '- path: a.js\n  rule: slips/gone\n  fingerprint: 00000000000000bb\n',
      },
      ['ledger-gone elvar-ledger.yaml:2 mendable', 'ledger-unknown-rule elvar-ledger.yaml:5'],
    ],
    [
      'two layers of one title',
      {
        'elvar.yaml': 'title: Port\nrulings: { slips/*: note }\n',
        'b/elvar.yaml': 'title: Port\nrulings: { slips/*: error }\n',
        'b/c.js': '',
      },
      ['same-title b/elvar.yaml'],
    ],
    [
      'a directory that nothing checks',
      { 'elvar.yaml': 'rulings: { slips/*: note }\n', 'b/elvar.yaml': 'inherit: false\n', 'b/c/d.js': '' },
      ['directory-unchecked b/'],
    ],
    [
      'a file that repeats what is around it',
      {
        'elvar.yaml': 'rulings: { slips/*: note, dead/*: error }\n',
        'b/elvar.yaml': 'rulings: { slips/loose-compare: note, dead/*: error }\n',
        'b/c.js': '',
      },
      ['repeats-outer b/elvar.yaml'],
    ],
    [
      'what a preset from elsewhere says and nobody knows',
      {
        'elvar.yaml': 'presets: ["npm:style"]\nrulings: { slips/*: note }\n',
        'node_modules/style/elvar-preset.yaml': 'rulings: { slips/retired: error, slips/loose-compare: error }\n',
      },
      ['left-aside node_modules/style/elvar-preset.yaml:1'],
    ],
    ['code from elsewhere', { 'elvar.yaml': 'rulings: { slips/*: note }\n', 'vendor/x.js': '' }, ['foreign-code vendor/x.js']],
  ])('%s', (_, files, expected) => {
    expect(told(files)).toEqual(expected);
  });

  test('reports code of our own in a directory that a pattern excludes', () => {
    const files = {
      'elvar.yaml': 'rulings: { slips/*: note }\n',
      '.gitignore': 'build/\n/tools/build2/\n',
      'tools/build/make.js': 'go();\n',
      'tools/build/made.js': '// @generated\n',
      'tools/build2/x.js': '',
      'log/build/x.js': 'go();\n',
    };
    expect(told(files, (folder) => {
      git(folder, 'init', '-q');
      git(folder, 'add', '-f', 'tools', '.gitignore');
      commitAll(folder);
    })).toEqual(['hides-own-code .gitignore:1']);
  });

  test('says what is wrong, where, and what to do, and mends what is safe', () => {
    const folder = makeFolder({
      'elvar.yaml': '# ours\nrulings:\n  slips/*: error   # all of them\n  slips/loose-compare: error\n'
        + '  safety/*: { level: error, guard: no-weaker, because: x }\n', 'b/elvar.yaml':
          'rulings:\n  safety/*: note\n  dead/*: note\n', 'b/c.js': '', 'a.js': '',
      '.elvarignore': '*.tmp\n/old.js\n',
      'old.js': '',
      'elvar-ledger.yaml': 'findings:\n- path: a.js\n  rule: slips/loose-compare\n  fingerprint: 00000000000000aa\n',
    });
    const { code, out } = elvar(folder, ['doctor']);
    expect(code).toBe(1);
    expect(out).toMatch(
      /^1 problem and 3 things to tidy up\. 2 layer files for \d files checked\.\n\nproblem {2}b\/elvar\.yaml:2\n/,
    );
    expect(out.replace(/\s+/g, ' ')).toMatch(
      // elvar waive text/line-width because an output is one pattern
      /safety\/\* is refused \(its level\) for safety\/dynamic-code, safety\/fixed-path, safety\/plain-http, safety\/raw-html and \d more rules in 2 files The no-weaker guard in elvar\.yaml:5 refuses it\./,
    );
    const sets = elvarJson<object>(folder, ['resolve', 'a.js', 'b/c.js']);
    const mended = elvar(folder, ['doctor', '--mend']);
    expect(mended.err).toContain('Mended elvar.yaml:4: the ruling for slips/loose-compare never decides anything');
    expect(mended.out).toMatch(/^1 problem\. /);
    expect(readFileSync(path.join(folder, 'elvar.yaml'), 'utf8')).toBe(
      '# ours\nrulings:\n  slips/*: error   # all of them\n  safety/*: { level: error, guard: no-weaker, because: x }\n',
    );
    expect(readFileSync(path.join(folder, '.elvarignore'), 'utf8')).toBe('/old.js\n');
    expect(readFileSync(path.join(folder, 'elvar-ledger.yaml'), 'utf8')).toMatch(/^findings: \[\]$/m);
    expect(elvarJson<object>(folder, ['resolve', 'a.js', 'b/c.js'])).toEqual(sets);
  });

  test('a layer file that cannot be read is reported as everywhere', () => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { slips/x: error }\n' });
    expect(elvar(folder, ['doctor'])).toMatchObject(
      { code: 2, out: '', err: expect.stringContaining('elvar.yaml:1:12') as string },
    );
    writeFiles(folder, { 'elvar.yaml': '' });
    expect(elvar(folder, ['doctor', '--format', 'json']).code).toBe(1);
  });
});
