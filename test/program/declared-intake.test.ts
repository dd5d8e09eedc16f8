import { mkdirSync, readFileSync, symlinkSync, utimesSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import type { FindingsDocument } from '../../src/library/documents.js';
import { elvar, elvarJson, makeFolder, type Run } from '../support/project.js';

const CODE = 'int moor(int x) {\n  int quay = 3;\n  return x;\n}\n';
const LOG = 'src/berth.cpp:2:7: warning: unused variable ‘quay’ [-Wunused-variable]\nsrc/tide.h:1:1: note: declared here\n';
const INTAKE = 'intake:\n  - read: build/gpp.log\n    as: compiler\n';
const FILES = {
  '.git/': '',
  '.gitignore': 'build/\n',
  'elvar.yaml': INTAKE,
  'src/berth.cpp': CODE,
  'src/tide.h': 'int tide;\n',
  'build/gpp.log': LOG,
};

const run = (folder: string, ...args: string[]): Run => elvar(folder, [...args, '--no-personal']);
const linesOf = (folder: string, ...args: string[]): string => run(folder, 'check', '--format', 'lines', ...args).out;
const FINDING = 'src/berth.cpp:2:7: warning: unused variable ‘quay’ [compiler/wunused-variable]\n';

describe('a log that the layer file declares', () => {
  test('is known to every command that is about rules', () => {
    const folder = makeFolder({
      ...FILES, 'elvar.yaml': `${INTAKE}rulings: { compiler/wunused-variable: { level: error, because: the compiler knows } }\n`,
    });
    expect(linesOf(folder)).toBe(FINDING.replace('warning', 'error'));
    const explained = run(folder, 'explain', 'src/berth.cpp:2').out;
    expect(explained).toContain(
      '1 finding on line 2 of src/berth.cpp.\n  error  compiler/wunused-variable  column 7  unused variable ‘quay’\n'
        + '    note: src/tide.h:1: declared here\n',
    );
    expect(explained).toMatch(/catalog +warning\n +● +elvar\.yaml:4 +error\n +because the compiler knows\n/);
    expect(run(folder, 'catalog', 'compiler/wunused-variable').out).toContain(
      'found by another program, which calls it -Wunused-variable · warning by default\n',
    );
    expect(run(folder, 'impact', '--set', 'compiler/*=off').out).toMatch(/^1 finding disappears|1 finding disappears/m);
    expect(run(folder, 'waive', 'src/berth.cpp:2', '--because', 'the tide is slow').code).toBe(0);
    expect(readFileSync(path.join(folder, 'src/berth.cpp'), 'utf8')).toBe(
      CODE.replace('  int quay', '  // elvar waive compiler/wunused-variable because the tide is slow\n  int quay'),
    );
    expect(run(folder, 'set', 'compiler/wshadow', 'note', '--because', 'seldom right').code).toBe(0);
    expect(linesOf(folder)).not.toContain('names no rule');
  });

  test('has rules that are on by their nature, and every command says who decides that', () => {
    const folder = makeFolder({
      ...FILES,
      'elvar.yaml': `${INTAKE}zones: [{ name: quay, match: [quay/], rulings: { compiler/wunused-variable: note } }]\n`,
      'quay/a.c': '',
      'old/a.c': '',
      'old/elvar.yaml': 'inherit: false\n',
      'elvar.yaml.d/x.c': '',
    });
    const RULE = 'compiler/wunused-variable';
    expect(run(folder, 'catalog', RULE).out).toMatch(
      // elvar waive text/line-width because an output is one pattern
      /in force for all 8 files in languages it supports\.\n +warning +7 files +since the program that found it +.*\n +note +1 file +since elvar\.yaml:4 \(zone quay\)/,
    );
    const { out } = run(folder, 'resolve', '--rule', RULE);
    expect(out).toContain('warning  7 files\n  since the program that found it\n');
    expect(out).not.toContain('no layer turns it on');
    for (const file of ['src/berth.cpp', 'old/a.c']) {
      expect(run(folder, 'explain', file).out).toMatch(/warning +compiler\/wunused-variable +the program that found it\n/);
    }
    expect(run(folder, 'explain', 'old/a.c').out).toContain(
      "catalog         Elvar's own rules off, those of other programs on\n",
    );
    expect(run(folder, 'explain', 'src/berth.cpp', RULE).out).toContain(
      '● warning  set by the program that found it: no layer says anything else.',
    );
    // What a layer says is in the trail, and does not count there.
    writeFileSync(path.join(folder, 'elvar.yaml'), `${INTAKE}rulings: { ${RULE}: { level: off, until: 2020-01-01 } }\n`);
    expect(run(folder, 'explain', 'src/berth.cpp', RULE).out).toContain(
      '● warning  set by the program that found it: no level that a layer sets counts here.',
    );
    writeFileSync(path.join(folder, 'elvar.yaml'), `${INTAKE}rulings: { ${RULE}: error }\n`);
    expect(run(folder, 'compare', 'src/berth.cpp', 'old/a.c').out).toMatch(
      /compiler\/wunused-variable[^]*the program that found it/,
    );
  });

  test('has rules whose level as found is told apart from the same level for all', () => {
    const folder = makeFolder({
      ...FILES,
      'build/gpp.log': `${LOG.split('\n')[0]}\nsrc/berth.cpp:3:3: error: bad [-Wunused-variable]\n`,
      'quay/a.c': '',
      'quay/elvar.yaml': 'rulings: { compiler/wunused-variable: warning }\n',
    });
    const RULE = 'compiler/wunused-variable';
    const impact = run(folder, 'impact', '--set', `${RULE}=warning`).out;
    expect(impact).toMatch(/^1 rule is changed, for 4 of 6 files: 1 finding changes level\.\n/);
    expect(impact).toContain('as found → warning  by the command line');
    expect(run(folder, 'compare', 'src/berth.cpp', 'quay/a.c').out).toMatch(
      /as found +src\/berth\.cpp +since the program that found it\n +warning +quay\/a\.c +since quay\/elvar\.yaml:1/,
    );
    expect(run(folder, 'resolve').out).toMatch(/compiler\/wunused-variable +warning, not as found\n/);
    expect(run(folder, 'explain', 'src/berth.cpp', RULE).out).toContain('Each finding keeps the level that its program gave it.');
    // Without the ruling, findings would not all be warnings.
    expect(run(folder, 'doctor').out).not.toContain('never decides');
    expect(linesOf(folder, '--set', `${RULE}=warning`)).not.toContain('error');
    // An at-most lowers what came with a higher level, and nothing else.
    writeFileSync(path.join(folder, 'elvar.yaml'), `${INTAKE}at-most: warning\n`);
    expect(linesOf(folder).match(/: (?:error|warning|note): /g)).toEqual([': warning: ', ': warning: ']);
    expect(run(folder, 'explain', 'src/berth.cpp', RULE).out).toMatch(
      /elvar\.yaml:4 +at-most +warning\n +lowers only findings that came with a higher level\n[^]*but is a warning at most\./,
    );
    expect(run(folder, 'doctor').out).not.toContain('lowers nothing');
  });

  test('has findings that the ledger excuses', () => {
    const folder = makeFolder(FILES);
    expect(run(folder, 'ledger', 'take', '--because', 'old code').out).toContain('compiler/wunused-variable  1 entry');
    expect(linesOf(folder)).toBe('');
    writeFileSync(path.join(folder, 'build/gpp.log'), '');
    expect(run(folder, 'ledger', 'prune').out).toContain('compiler/wunused-variable');
  });

  test('moves with the code while waivers are removed and other findings repaired', () => {
    const blanks = `${CODE.replace('{\n', '{  \n\n\n\n')}`;
    const folder = makeFolder({
      ...FILES,
      'elvar.yaml': `${INTAKE}rulings: { text/blank-runs: note, text/trailing-blanks: note, waivers/unused: note }\n`,
      'build/gpp.log': 'src/berth.cpp:5:7: warning: unused variable ‘quay’ [-Wunused-variable]\n',
    });
    writeFileSync(path.join(folder, 'src/berth.cpp'), blanks);
    expect(run(folder, 'waive', 'src/berth.cpp:5', 'compiler/wunused-variable', '--because', 'the tide is slow').code).toBe(0);
    // The log is of the code before: its line 5 is now that of the waiver.
    writeFileSync(path.join(folder, 'build/gpp.log'), 'src/berth.cpp:6:7: warning: unused variable ‘quay’ [-Wunused-variable]\n');
    writeFileSync(
      path.join(folder, 'src/berth.cpp'),
      `// elvar waive slips/syntax because of nothing\n${readFileSync(path.join(folder, 'src/berth.cpp'), 'utf8')}`,
    );
    writeFileSync(path.join(folder, 'build/gpp.log'), 'src/berth.cpp:7:7: warning: unused variable ‘quay’ [-Wunused-variable]\n');
    expect(run(folder, 'waive', '--remove-unused').out).toContain('src/berth.cpp');
    expect(readFileSync(path.join(folder, 'src/berth.cpp'), 'utf8')).toBe(
      blanks.replace('  int quay', '  // elvar waive compiler/wunused-variable because the tide is slow\n  int quay'),
    );
  });

  test.each<[string, string, string]>([
    ['one directory', 'build/*.log', 'a b'],
    ['any depth', '**/out/*.log', 'c'],
    ['a name anywhere', 'd.log*', 'd'],
    ['a directory', 'build/', 'a b'],
  ])('may be several, by a pattern for %s', (_, pattern, names) => {
    const places = { a: 'build/a.log', b: 'build/b.log', c: 'services/berths/out/c.log', d: 'services/d.log' };
    const folder = makeFolder({
      ...FILES,
      'build/gpp.log': '',
      'elvar.yaml': `intake: [{ read: "${pattern}", as: compiler }]\n`,
      ...Object.fromEntries(Object.entries(places).map(([name, file]) => [file, `src/berth.cpp:1:1: warning: ${name}\n`])),
    });
    const found = linesOf(folder).trim().split('\n').map((line) => /warning: (\w)/.exec(line)?.[1]).sort();
    expect(found.join(' ')).toBe(names);
  });

  test('that is missing is told, and makes the answer incomplete if it is required', () => {
    const folder = makeFolder({
      ...FILES,
      'elvar.yaml': 'intake: [{ read: build/none.log, as: compiler }]\nrulings: { compiler/*: error, compiler/wshadow: note }\n',
    });
    expect(run(folder, 'check')).toMatchObject(
      { code: 0, err: expect.stringContaining('build/none.log is not there, so nothing is taken in from it.') as string },
    );
    expect(run(folder, 'doctor').out).toContain('tidy  elvar.yaml:1\n  build/none.log is not there');
    writeFileSync(path.join(folder, 'elvar.yaml'), 'intake: [{ read: "build/none*.log", as: compiler, required: true }]\n');
    expect(run(folder, 'check')).toMatchObject(
      { code: 3, err: expect.stringContaining('build/none*.log: there is no such file') as string },
    );
  });

  test('that leads out of the project by a link is not read', () => {
    const outside = makeFolder({ 'secret.log': 'src/berth.cpp:1:1: warning: secret\n' });
    const folder = makeFolder({
      ...FILES,
      'elvar.yaml': 'intake: [{ read: build/away.log, as: compiler, required: true }, { read: "build/*.log", as: others }]\n',
    });
    symlinkSync(path.join(outside, 'secret.log'), path.join(folder, 'build/away.log'));
    const answer = run(folder, 'check');
    expect(answer).toMatchObject(
      { code: 3, err: expect.stringContaining('build/away.log: a link on its path leads out of the project') as string },
    );
    expect(answer.out + answer.err).not.toContain('secret');
  });

  test('is told to be old by the time of the file, and by its digest where the log has one', () => {
    const folder = makeFolder(
      { ...FILES, 'elvar.yaml': `${INTAKE}  - { read: build/own.sarif, as: builds }\nrulings: { compiler/wshadow: error }\n` },
    );
    const digest = (text: string): string => createHash('sha256').update(text).digest('hex');
    const sarif = (of: string): string => JSON.stringify({ version: '2.1.0', runs: [
      {
        tool: { driver: { name: 'builder' } },
        artifacts: [{ location: { uri: 'src/berth.cpp' }, hashes: { 'sha-256': digest(of) } }],
        results: [{
          ruleId: 'B1',
          message: { text: 'wrong' },
          locations: [{ physicalLocation: { artifactLocation: { uri: 'src/berth.cpp', index: 0 }, region: { startLine: 1 } } }],
        }],
      },
    ] });
    const of = (name: string): string => path.join(folder, name);
    writeFileSync(of('build/own.sarif'), sarif(CODE));
    // The digest says that nothing has changed, whatever the times say.
    utimesSync(of('build/own.sarif'), 1, 1);
    utimesSync(of('src/berth.cpp'), 1_000, 1_000);
    expect(run(folder, 'check').err).not.toContain('older');
    writeFileSync(of('build/own.sarif'), sarif('other'));
    utimesSync(of('build/gpp.log'), 500, 500);
    expect(run(folder, 'check').err).toContain(
      'build/gpp.log is older than src/berth.cpp; its findings there may be out of date.\n'
        + 'build/own.sarif is older than src/berth.cpp;',
    );
    const { out } = run(folder, 'doctor');
    expect(out).toContain('tidy  elvar.yaml:2\n  build/gpp.log is older than src/berth.cpp');
    expect(out).toContain('tidy  elvar.yaml:5\n  no log has the rule compiler/wshadow');
  });

  test.each<[string, string, string]>([
    ['a concern of Elvar', '{ read: a.log, as: slips }', 'slips is a concern of Elvar\'s own rules'],
    [
      'a concern that is no name', '{ read: a.log, as: My Compiler }',
      '“My Compiler” cannot be the concern of another program\'s rules',
    ],
    ['a path out of the project', '{ read: ../a.log, as: compiler }', '“../a.log” leads out of the project'],
    ['a path from the top', '{ read: /etc/passwd, as: compiler }', '“/etc/passwd” leads out of the project'],
    ['a missing key', '{ as: compiler }', 'read'],
    ['a strange key', '{ read: a.log, as: compiler, form: gnu }', 'form'],
    ['a pattern that YAML swallows', '{ read: *.log, as: compiler }', 'elvar.yaml:1:'],
  ])('is refused with its place for %s', (_, entry, said) => {
    const folder = makeFolder({ ...FILES, 'elvar.yaml': `intake: [${entry}]\n` });
    const answer = run(folder, 'check');
    expect(answer.code).toBe(2);
    expect(answer.err).toContain(said);
    expect(answer.err).toContain('elvar.yaml:1:');
  });

  test('cannot be declared elsewhere, or share a concern with house rules', () => {
    const folder = makeFolder({ ...FILES, 'src/elvar.yaml': INTAKE });
    expect(run(folder, 'check')).toMatchObject({ code: 2, err: expect.stringContaining('src/elvar.yaml:1:1') as string });
    const house = 'rules:\n  compiler/marks: { title: Marks, message: a mark, languages: ["*"], pattern: MARK }\n';
    const other = makeFolder({ ...FILES, 'src/elvar.yaml': house });
    expect(run(other, 'check')).toMatchObject({
      code: 2,
      err: expect.stringContaining('compiler is the concern of house rules, and of what another program found') as string,
    });
  });

  test('malformed ends every question with the place of the mistake', () => {
    const folder = makeFolder({ ...FILES, 'build/gpp.log': '{"version":"2.1.0","runs":[{"results":3}]}' });
    for (const question of [['check'], ['explain', 'src/berth.cpp'], ['catalog']]) expect(run(folder, ...question)).toMatchObject(
      { code: 2, err: expect.stringContaining('build/gpp.log at /runs/0/') as string },
    );
    // A preset by itself has nothing to do with it.
    expect(run(folder, 'presets', 'elvar:starter').code).toBe(0);
  });

  test('named on the command line as well counts once', () => {
    const folder = makeFolder(FILES);
    expect(linesOf(folder, '--intake', 'compiler=build/gpp.log')).toBe(FINDING);
    expect(linesOf(folder, '--intake', 'again=build/gpp.log')).toBe(`${FINDING.replace('compiler', 'again')}${FINDING}`);
  });

  test('has remarks in the documents', () => {
    const folder = makeFolder(FILES);
    const cache = { ELVAR_CACHE: makeFolder() };
    const notes = [{ message: 'declared here', path: 'src/tide.h', line: 1 }];
    for (let times = 0; times < 2; times += 1) {
      const { findings } = JSON.parse(
        elvar(folder, ['check', '--no-personal', '--format', 'json'], cache).out,
      ) as FindingsDocument;
      expect(findings.map((finding) => finding.notes)).toEqual([notes]);
      expect(elvar(folder, ['check', '--no-personal'], cache).out).toContain(
        '      int quay = 3;\n      note: src/tide.h:1: declared here\n',
      );
    }
    mkdirSync(path.join(folder, 'out'));
    run(folder, 'check', '--report', 'sarif=out/own.sarif');
    writeFileSync(path.join(folder, 'elvar.yaml'), 'intake: [{ read: out/own.sarif, as: again }]\n');
    expect(
      elvarJson<FindingsDocument>(folder, ['check', '--no-personal']).findings.map((finding) => finding.notes),
    ).toEqual([notes]);
  });
});
