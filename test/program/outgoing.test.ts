import { readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { commitAll, git } from '../support/git.js';
import { elvar, makeFolder } from '../support/project.js';
import { runs } from '../support/runs.js';

const FORMATS = ['text', 'lines', 'json', 'sarif', 'junit', 'markdown', 'html'];

describe('what goes out', () => {
  test('shows characters that have no width, in every format', () => {
    const hidden = ['\u200b', '\u200d', '\u2060', '\u00ad', '\ufe0f', '\u{e0041}', '\u3164', '\u034f'];
    const folder = makeFolder({
      'elvar.yaml': 'rulings: { text/trailing-blanks: note }\n',
      ...Object.fromEntries(hidden.map((one, index) => [`zw${index}${one}.js`, `tide = "${one}"; // ${one}  \n`])),
    });
    for (const format of FORMATS) {
      const { code, out } = elvar(folder, ['check', '--format', format]);
      expect(code, format).toBe(0);
      for (const one of hidden) expect(out.includes(one), `${format}: ${one.codePointAt(0)?.toString(16)}`).toBe(false);
    }
    // The names are whole for machines.
    const { findings } = JSON.parse(elvar(folder, ['check', '--format', 'json']).out) as { findings: { path: string }[] };
    expect(findings.map(({ path: own }) => own).sort()).toEqual(hidden.map((one, index) => `zw${index}${one}.js`).sort());
  });

  test('says the same with colours and without', () => {
    const folder = makeFolder(
      { 'elvar.yaml': 'presets: [elvar:starter]\nrulings: { text/trailing-blanks: note }\n', 'a.js': 'if (a == b) go();  \n' },
    );
    for (const args of [
      ['check'],
      ['check', '--group-by', 'file'],
      ['explain', 'a.js'],
      ['status'],
      ['doctor'],
      ['resolve'],
      ['scope'],
      ['fix', '--dry-run'],
      ['catalog', 'text/trailing-blanks'],
    ]) {
      const [plain, coloured] = ['--no-color', '--color'].map((color) => elvar(folder, [...args, color]).out);
      // Blanks at the end of a line can be seen only in colour.
      expect(coloured?.replaceAll(/\u001b\[[\d;]*m/g, '').replaceAll(/ +$/gm, ''), args.join(' ')).toBe(
        plain?.replaceAll(/ +$/gm, ''),
      );
    }
  });

  test('leaves what joins letters and emoji', () => {
    const text = 'می‌خواهم 👩‍🚀 ✔️ 1️⃣ क्‍ष';
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { text/trailing-blanks: note }\n', 'a.js': `tide = "${text}";  \n` });
    expect(elvar(folder, ['check']).out).toContain(text);
  });

  test('calls upon nobody', () => {
    const log = 'a.js:1: warning: ask @harbour/masters or @mole, not mole@saltmarsh.example [x1]\n';
    const folder = makeFolder(
      { 'elvar.yaml': '', 'a.js': 'go();\n', '@team.js': 'go();\n', 'log.txt': `${log}@team.js:1: warning: @tide\n` },
    );
    const { out } = elvar(folder, ['check', '--intake', 'compiler=log.txt', '--format', 'markdown']);
    expect(out).toContain('`@harbour/masters`');
    expect(out).toContain('mole@saltmarsh.example');
    // Outside of code, no at sign begins a word.
    expect(out.replace(/`[^`]*`/g, '')).not.toMatch(/(?<!\w)@\w/);
  });

  test('passes on no address but those of the web', () => {
    const addresses = ['javascript:alert(1)', 'data:text/html,x', 'vbscript:x', 'file:///etc/passwd', 'https://tides.example/x'];
    const rules = addresses.map((helpUri, index) => ({ id: `r${index}`, helpUri }));
    const log = {
      version: '2.1.0',
      runs: [{
        tool: { driver: { name: 'tides', rules } },
        results: rules.map(({ id }) => ({
          ruleId: id,
          message: { text: 'x' },
          locations: [{ physicalLocation: { artifactLocation: { uri: 'a.js' }, region: { startLine: 1 } } }],
        })),
      }],
    };
    const folder = makeFolder({ 'elvar.yaml': '', 'a.js': 'go();\n', 'log.sarif': JSON.stringify(log) });
    for (const format of FORMATS) {
      const { out } = elvar(folder, ['check', '--intake', 'tides=log.sarif', '--format', format]);
      for (const address of addresses.slice(0, 4)) expect(out, format).not.toContain(address);
    }
    expect(elvar(folder, ['check', '--intake', 'tides=log.sarif', '--format', 'sarif']).out).toContain('https://tides.example/x');
  });

  test('tells in SARIF how a byte-order mark goes', () => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { text/byte-order-mark: note }\n', 'a.js': '\ufeffgo();\n' });
    const { runs: [run] } = JSON.parse(elvar(folder, ['check', '--format', 'sarif']).out) as {
      runs: { results: { fixes?: unknown }[] }[];
    };
    expect(run?.results[0]?.fixes).toMatchObject(
      [{ artifactChanges: [{ replacements: [{ deletedRegion: { byteOffset: 0, byteLength: 3 } }] }] }],
    );
  });
});

describe('a report', () => {
  test('does not go where another one goes, by whatever name', () => {
    const folder = makeFolder({ 'elvar.yaml': '', 'a.js': 'go();\n' });
    symlinkSync('out.json', path.join(folder, 'link'));
    for (const reports of [['json=out.json', 'html=link'], ['json=link', 'html=out.json'], ['json=a.txt', 'html=./a.txt']]) {
      expect(elvar(folder, ['check', ...reports.flatMap((report) => ['--report', report])])).toMatchObject(
        { code: 2, out: '', err: expect.stringContaining('another report goes to the same file') as string },
      );
    }
  });

  test('takes the place of nothing of the project, unless it is told to', () => {
    const folder = makeFolder({
      'elvar.yaml': 'presets: [./p.yaml]\n',
      'p.yaml': 'rulings: { text/*: note }\n',
      'a.js': 'go();  \n',
      '.gitignore': 'out\n',
      'quay/.elvarignore': '',
    });
    elvar(folder, ['ledger', 'take']);
    git(folder, 'init', '-q');
    commitAll(folder);
    symlinkSync('a.js', path.join(folder, 'link'));
    for (const name of [
      'elvar.yaml', 'p.yaml', 'elvar-ledger.yaml', '.gitignore', 'quay/.elvarignore', 'a.js', 'link', '.git/config',
      '.git/hooks/post-commit',
    ]) {
      expect(elvar(folder, ['check', '--report', `json=${name}`]), name).toMatchObject(
        {
          code: 2,
          out: '',
          err: expect.stringMatching(
            /^--report json=.*: this file is .*\n {2}Name another one; --overwrite replaces it all the same\.\n$/,
          ) as string,
        },
      );
    }
    expect(readFileSync(path.join(folder, 'a.js'), 'utf8')).toBe('go();  \n');
    expect(elvar(folder, ['check', '--report', 'json=a.js', '--overwrite'])).toMatchObject({ code: 0 });
    expect(readFileSync(path.join(folder, 'a.js'), 'utf8')).toContain('elvar-findings/1');
    // One report may follow another.
    for (const _ of [1, 2]) expect(elvar(folder, ['check', '--report', 'json=out/found.json'])).toMatchObject({ code: 0 });
  });
});

test('a part of a check that was changed anywhere is a mistake of the file, and none of its findings is made up', () => {
  const folder = makeFolder({
    'elvar.yaml': 'rulings: { text/trailing-blanks: warning, size/*: note }\n',
    ...Object.fromEntries(Array.from({ length: 6 }, (_, index) => [`f${index}.js`, 'go(1);  \ngo(2);\t\n'])),
  });
  elvar(folder, ['check', '--part', '1/1', '--report', 'sarif=out/part.sarif', '--fail-on', 'never']);
  const part = readFileSync(path.join(folder, 'out/part.sarif'), 'utf8');
  const whole = elvar(folder, ['gather', 'out/part.sarif']).out;
  const changed = path.join(makeFolder(), 'changed.sarif');
  const start = part.indexOf('"part":');
  const digits = [...part.slice(start).matchAll(/\d/g)].map(({ index }) => start + index);
  fc.assert(fc.property(fc.nat({ max: digits.length - 1 }), fc.integer({ min: 0, max: 9 }), (which, digit) => {
    const at = digits[which] as number;
    writeFileSync(changed, `${part.slice(0, at)}${digit}${part.slice(at + 1)}`);
    const { code, out, err } = elvar(folder, ['gather', changed]);
    expect([0, 2, 3], err).toContain(code);
    if (code === 0) expect(out).toBe(whole);
  }), { numRuns: runs(20, 600) });
});
