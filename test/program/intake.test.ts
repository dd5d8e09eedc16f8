import { cpSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import type { FindingsDocument } from '../../src/library/documents.js';
import { commitAll, git } from '../support/git.js';
import { elvar, makeFolder, type Run } from '../support/project.js';

/** What g++ 12 says with -Wall, in its own words. */
const GPP = `src/berth.cpp: In function ‘int moor(int)’:
src/berth.cpp:2:7: warning: unused variable ‘quay’ [-Wunused-variable]
    2 |   int quay = 3;
      |       ^~~~
src/berth.cpp:3:9: warning: suggest parentheses around assignment used as truth value [-Wparentheses]
    3 |   if (x = 4) return x
      |       ~~^~~
src/berth.cpp:3:22: error: expected ‘;’ before ‘}’ token
/usr/include/tide.h:9:1: note: declared here
../elsewhere/a.cpp:1:1: warning: not of this project
build/made.cpp:1:1: warning: made by a program [-Wunused-variable]
`;

const FILES = {
  '.git/': '',
  '.gitignore': 'build/\n',
  'elvar.yaml': 'rulings: {}\n',
  'src/berth.cpp': 'int moor(int x) {\n  int quay = 3;\n  if (x = 4) return x\n}\n',
  'gpp.log': GPP,
};

const check = (folder: string, ...more: string[]): Run =>
  elvar(folder, ['check', '--no-personal', '--intake', 'compiler=gpp.log', ...more]);
const findingsOf = (folder: string, ...more: string[]): FindingsDocument['findings'] =>
  (JSON.parse(check(folder, '--format', 'json', '--excused', ...more).out) as FindingsDocument).findings;
const brief = (findings: FindingsDocument['findings']): string[] =>
  findings.map(({ rule, level, path: own, line, column, excused }) =>
    `${own}:${line}:${column} ${level} ${rule}${excused === null ? '' : ` (${excused.by})`}`);

describe('what another program found', () => {
  test('counts like what Elvar finds, with the level it came with', () => {
    const folder = makeFolder(FILES);
    expect(brief(findingsOf(folder))).toEqual([
      'src/berth.cpp:2:7 warning compiler/wunused-variable', 'src/berth.cpp:3:9 warning compiler/wparentheses',
      'src/berth.cpp:3:22 error compiler/untitled',
    ]);
    const { code, out, err } = check(folder);
    expect(code).toBe(1);
    expect(out).toContain('error  compiler/untitled  1 finding  since the program that found it');
    expect(out).toContain('src/berth.cpp:2:7  unused variable ‘quay’\n      int quay = 3;');
    // What is not of this project, or not checked, is told and nothing more.
    expect(err).toContain('gpp.log has 1 finding without a file in this project; it counts for nothing.');
    expect(err).toContain('Other programs have 1 finding in 1 file that is not checked; it counts for nothing.');
  });

  test.each<[string, string, string[]]>([
    ['a ruling', 'rulings: { compiler/wunused-variable: note, compiler/untitled: off }\n', [
      '2:7 note compiler/wunused-variable', '3:9 warning compiler/wparentheses',
    ]],
    [
      'a concern and a guard, which an inner layer file cannot lift',
      'rulings: { compiler/*: { level: error, guard: fixed } }\n',
      ['2:7 error compiler/wunused-variable', '3:9 error compiler/wparentheses', '3:22 error compiler/untitled'],
    ],
    ['a cap', 'at-most: note\n', [
      '2:7 note compiler/wunused-variable', '3:9 note compiler/wparentheses', '3:22 note compiler/untitled',
    ]],
    [
      'a ruling for a rule that no log has today',
      'rulings: { compiler/wshadow: error, compiler/wparentheses: off, compiler/untitled: off }\n',
      ['2:7 warning compiler/wunused-variable'],
    ],
  ])('comes under %s', (_, layer, told) => {
    const folder = makeFolder(
      { ...FILES, 'elvar.yaml': layer, ...(layer.includes('guard') && { 'src/elvar.yaml': 'rulings: { compiler/*: off }\n' }) },
    );
    expect(brief(findingsOf(folder))).toEqual(told.map((one) => `src/berth.cpp:${one}`));
  });

  test('is excused by waivers and by the ledger', () => {
    const folder = makeFolder({ ...FILES, 'elvar.yaml': 'rulings: { waivers/unused: error }\n' });
    writeFileSync(
      path.join(folder, 'src', 'berth.cpp'),
      'int moor(int x) {\n  int quay = 3; // elvar waive compiler/wunused-variable because of the tide\n'
        + '  if (x = 4) return x\n}\n',
    );
    expect(brief(findingsOf(folder))).toEqual([
      'src/berth.cpp:2:7 warning compiler/wunused-variable (waiver)', 'src/berth.cpp:3:9 warning compiler/wparentheses',
      'src/berth.cpp:3:22 error compiler/untitled',
    ]);
  });

  test('is narrowed to changed lines', () => {
    const folder = makeFolder({ ...FILES, '.git/': '' });
    git(folder, 'init', '-q', '-b', 'main');
    commitAll(folder);
    writeFileSync(path.join(folder, 'src', 'berth.cpp'), 'int moor(int x) {\n  int quay = 4;\n  if (x = 4) return x\n}\n');
    expect(brief(findingsOf(folder, '--since', 'HEAD'))).toEqual(['src/berth.cpp:2:7 warning compiler/wunused-variable']);
  });

  test('is remembered only as long as the log says the same', () => {
    const folder = makeFolder(FILES);
    const cache = { ELVAR_CACHE: makeFolder() };
    const ask = (): string =>
      elvar(folder, ['check', '--no-personal', '--intake', 'compiler=gpp.log', '--format', 'lines'], cache).out;
    const first = ask();
    expect(ask()).toBe(first);
    writeFileSync(path.join(folder, 'gpp.log'), 'src/berth.cpp:1:5: warning: other\n');
    expect(ask()).toBe('src/berth.cpp:1:5: warning: other [compiler/untitled]\n');
    expect(elvar(folder, ['check', '--no-personal', '--format', 'lines'], cache).out).toBe('');
  });

  test('may be in a file called like something that every object has', () => {
    const names = ['constructor', 'toString', '__proto__'];
    const folder = makeFolder({
      '.git/': '',
      'elvar.yaml': 'rulings: { text/trailing-blanks: note }\n',
      ...Object.fromEntries(names.slice(0, 2).map((name) => [name, '#!/bin/sh\necho tide  \n'])),
      'gpp.log': names.map((name) => `${name}:1:1: error: wrong\n`).join(''),
    });
    writeFileSync(path.join(folder, '__proto__'), '#!/bin/sh\necho tide  \n');
    const cache = { ELVAR_CACHE: makeFolder() };
    const ask = (...more: string[]): string[] =>
      elvar(folder, ['check', '--no-personal', '--format', 'lines', ...more], cache).out.trim().split('\n').sort();
    const own = names.map((name) => `${name}:2:10: note: 2 spaces or tabs at the end of the line [text/trailing-blanks]`);
    const foreign = names.map((name) => `${name}:1:1: error: wrong [compiler/untitled]`);
    for (let times = 0; times < 2; times += 1) {
      expect(ask()).toEqual(own.sort());
      expect(ask('--intake', 'compiler=gpp.log')).toEqual([...own, ...foreign].sort());
    }
  });

  test('may be SARIF among what else a build prints, one log a line, and counts once where it is told twice', () => {
    const log = (line: number, id: string): string =>
      JSON.stringify({
        version: '2.1.0',
        runs: [{
          tool: { driver: { name: 'cc', rules: [{ id, defaultConfiguration: { level: 'error' } }] } },
          columnKind: 'unicodeCodePoints',
          results: [{ ruleId: id, ruleIndex: 0, message: { text: `text of ${id}` }, locations: [
            { physicalLocation: { artifactLocation: { uri: 'src/berth.cpp' }, region: { startLine: line, startColumn: 7 } } },
            { physicalLocation: { artifactLocation: { uri: 'src/berth.cpp' }, region: { startLine: line, startColumn: 9 } } },
          ] }],
        }],
      });
    const text = `cc: warning: this form may change\n\n${log(2, '5688')}\n\n1 error generated.\n`
      + `src/berth.cpp:3:9: warning: as text [-Wtext]\n${log(1, '17')}\n${log(2, '5688')}\n`;
    const folder = makeFolder({ ...FILES, 'gpp.log': text });
    expect(brief(findingsOf(folder))).toEqual([
      'src/berth.cpp:1:7 error compiler/17', 'src/berth.cpp:2:7 error compiler/5688', 'src/berth.cpp:3:9 warning compiler/wtext',
    ]);
    expect(findingsOf(folder).every(({ notes }) => notes === undefined)).toBe(true);
    writeFileSync(path.join(folder, 'gpp.log'), `\n${log(2, '5688')}\n${log(3, '9')}\n`);
    expect(brief(findingsOf(folder))).toEqual(['src/berth.cpp:2:7 error compiler/5688', 'src/berth.cpp:3:7 error compiler/9']);
    writeFileSync(path.join(folder, 'gpp.log'), text.replaceAll('"text of 17"', '17'));
    expect(check(folder)).toMatchObject(
      { code: 2, err: expect.stringContaining('gpp.log:7:1: this must be a text (at /runs/0/results/0/message/text)') as string },
    );
  });

  test('comes back as it went out', () => {
    const folder = makeFolder();
    cpSync(path.join(import.meta.dirname, '..', '..', 'demo', 'harbour'), folder, { recursive: true });
    mkdirSync(path.join(folder, 'build'), { recursive: true });
    const ask = (...more: string[]): FindingsDocument['findings'] =>
      (JSON.parse(
        elvar(folder, ['check', '--root', '.', '--no-personal', '--format', 'json', '--excused', ...more]).out,
      ) as FindingsDocument).findings;
    const own = ask('--report', 'sarif=build/own.sarif');
    const again = ask('--intake', 'again=build/own.sarif').filter(({ rule }) => rule.startsWith('again/'));
    const alike = (
      { level, path: file, line, column, endLine, endColumn, message, fixable, excused }: FindingsDocument['findings'][number],
      rule: string,
      isBack: boolean,
    ): object => ({
      level, file, line, column, endLine, endColumn, message, rule, fixable: isBack ? fixable : false, excused: excused !== null,
      because: excused?.because ?? null,
    });
    // Those of one place are in the order of their rules' names.
    const sorted = (findings: object[]): string[] => findings.map((one) => JSON.stringify(one)).sort();
    expect(sorted(again.map((finding) => alike(finding, finding.rule, true)))).toEqual(
      sorted(own.map((finding) => alike(finding, `again/${finding.rule.replace('/', '-')}`, false))),
    );
    expect(readFileSync(path.join(folder, 'build', 'own.sarif'), 'utf8')).toContain('"version":"2.1.0"');
  });

  test.each<[string, string, number, string]>([
    ['a log that is not there', 'compiler=gone.log', 3, 'gone.log: there is no such file'],
    ['a malformed log', 'compiler=bad.sarif', 2, 'bad.sarif at /runs/0/results/0/message: this must be an object'],
    ['a log that is cut off', 'compiler=cut.sarif', 2, 'cut.sarif:1:'],
    ['a concern of its own', 'slips=gpp.log', 2, 'slips is a concern of Elvar'],
    ['no concern', 'gpp.log', 2, 'this is not CONCERN=FILE'],
    ['a strange concern', 'My Compiler=gpp.log', 2, 'this is not CONCERN=FILE'],
  ])('ends with a clear word for %s', (_, intake, code, said) => {
    const folder = makeFolder({
      ...FILES,
      'bad.sarif': '{"version":"2.1.0","runs":[{"tool":{"driver":{}},"results":[{"message":"text"}]}]}',
      'cut.sarif': '{"version":"2.1.0","runs":[',
    });
    const run = elvar(folder, ['check', '--no-personal', '--intake', intake]);
    expect(run).toMatchObject({ code, err: expect.stringContaining(said) as string });
  });
});
