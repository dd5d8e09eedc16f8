import { chmodSync, linkSync, readFileSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder } from '../support/project.js';

const LAYER = 'rulings: { "text/*": warning, idiom/quote-mark: warning, idiom/braces: warning, dead/import: warning, '
  + 'slips/loose-compare: warning }\n';

interface FixDocument {
  readonly format: string;
  readonly written: boolean;
  readonly files: readonly { path: string; repaired: Record<string, number>; withdrawn: readonly object[]; patch: string }[];
  readonly totals: { files: number; repaired: number; withdrawn: number; left: number };
}

function read(folder: string, file: string): string {
  return readFileSync(path.join(folder, file), 'utf8');
}

describe('fix', () => {
  test('repairs, says how much, and has nothing to do the second time', () => {
    const folder = makeFolder(
      { 'elvar.yaml': LAYER, 'a.js': 'import x from "x";\nif (a == b) sail("tide") \n', 'b.py': 'tide = "low"' },
    );
    const { code, out } = elvar(folder, ['fix']);
    expect(code).toBe(0);
    expect(out.split('\n')[0]).toBe('Repaired 6 findings in 2 of 3 files.');
    expect(out).toContain('3 findings are left.');
    expect(read(folder, 'a.js')).toBe("import x from 'x';\nif (a == b) { sail('tide') }\n");
    expect(read(folder, 'b.py')).toBe("tide = 'low'\n");
    expect(elvar(folder, ['fix']).out.split('\n')[0]).toBe('Nothing to repair in 3 files.');
  });

  test('makes a repair that needs a look only on request, for a rule that is named', () => {
    const folder = makeFolder(
      { 'elvar.yaml': 'rulings: { dead/import: warning, text/trailing-blanks: note }\n', 'a.py': 'import os\nsail() \n' },
    );
    const dry = elvar(folder, ['fix', '--dry-run']).out;
    expect(dry).toContain('1 finding in 1 of 2 files can be repaired. Nothing was changed.');
    expect(dry).toMatch(
      // elvar waive text/line-width because an output is one pattern
      /Offered, and not made without a look: elvar fix --offered --rule dead\/import --dry-run shows them\.\n {2}dead\/import +1 repair +a\.py:1:8\n/,
    );
    expect(elvar(folder, ['fix']).code).toBe(0);
    expect(read(folder, 'a.py')).toBe('import os\nsail()\n');
    expect(elvarJson<FixDocument>(folder, ['fix']).totals).toEqual({ files: 0, repaired: 0, withdrawn: 0, offered: 1, left: 1 });
    expect(elvar(folder, ['fix', '--offered'])).toMatchObject(
      {
        code: 2,
        out: '',
        err: expect.stringContaining(
          'only for rules that you name\n  For example: elvar fix --offered --rule dead/import',
        ) as string,
      },
    );
    expect(elvar(folder, ['fix', '--offered', '--rule', 'text/*']).out.split('\n')[0]).toBe('Nothing to repair in 2 files.');
    expect(elvar(folder, ['fix', '--offered', '--rule', 'dead/import', '--dry-run']).out).toContain('-import os\n');
    expect(elvar(folder, ['fix', '--offered', '--rule', 'dead/import']).out.split('\n')[0]).toBe(
      'Repaired 1 finding in 1 of 2 files.',
    );
    expect(read(folder, 'a.py')).toBe('sail()\n');
  });

  test('uses the singular for one remaining finding', () => {
    const folder = makeFolder({
      'elvar.yaml': 'rulings: { idiom/quote-mark: warning, slips/loose-compare: warning }\n',
      'a.js': 'sail(a.length == b, "tide");\n',
    });
    const told = (...args: string[]): string => elvar(folder, ['fix', ...args]).out.replaceAll('\n', ' ');
    expect(told('--rule', 'slips/*')).toContain(
      '2 findings are left. 1 of them could be repaired by other rules. To see them: elvar check.',
    );
    expect(told()).toContain('1 finding is left. To see it: elvar check. To excuse');
    writeFileSync(path.join(folder, 'a.js'), 'sail("tide");\n');
    expect(told('--rule', 'slips/*')).toContain(
      '1 finding is left. It could be repaired by another rule. To see it: elvar check.',
    );
  });

  test('with --dry-run shows a patch that git applies, and changes nothing', () => {
    const folder = makeFolder({ 'elvar.yaml': LAYER, 'sub/a.js': 'sail("tide");  \nwait();\n' });
    const { out } = elvar(folder, ['fix', '--dry-run']);
    expect(out).toContain('-sail("tide");··\n+sail(\'tide\');\n');
    expect(out).toContain('2 findings in 1 of 2 files can be repaired. Nothing was changed.');
    expect(read(folder, 'sub/a.js')).toBe('sail("tide");  \nwait();\n');
    const { files, written } = elvarJson<FixDocument>(folder, ['fix', '--dry-run']);
    expect([written, files[0]?.repaired]).toEqual([false, { 'idiom/quote-mark': 1, 'text/trailing-blanks': 1 }]);
    const { status } = spawnSync('git', ['apply', '-'], { cwd: folder, input: files[0]?.patch ?? '' });
    expect([status, read(folder, 'sub/a.js')]).toEqual([0, "sail('tide');\nwait();\n"]);
  });

  test('repairs only for the rules that are asked for', () => {
    const folder = makeFolder({ 'elvar.yaml': LAYER, 'a.js': 'sail("tide");  \n', 'b.js': 'sail("tide");  \n' });
    expect(elvarJson<FixDocument>(folder, ['fix', 'a.js', '--rule', 'text/*']).totals).toEqual(
      { files: 1, repaired: 1, withdrawn: 0, offered: 0, left: 1 },
    );
    expect([read(folder, 'a.js'), read(folder, 'b.js')]).toEqual(['sail("tide");\n', 'sail("tide");  \n']);
    expect(elvar(folder, ['fix', '--rule', 'text/trailing-blank'])).toMatchObject(
      { code: 2, err: expect.stringContaining('Did you mean text/trailing-blanks?') },
    );
  });

  test('leaves what is refused or waived', () => {
    const layer = 'rulings: { text/trailing-blanks: { level: warning, fix: refuse }, idiom/quote-mark: warning }\n';
    const code = 'sail("low"); // elvar waive idiom/quote-mark because it is shown so\nsail(1); \n';
    const folder = makeFolder({ 'elvar.yaml': layer, 'a.js': code });
    expect(elvar(folder, ['fix']).out.split('\n')[0]).toBe('Nothing to repair in 2 files.');
    expect(read(folder, 'a.js')).toBe(code);
  });

  test('keeps mode, line ends and byte-order mark', () => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { text/trailing-blanks: note, text/final-newline: note }\n' });
    const file = path.join(folder, 'a.sh');
    writeFileSync(file, '\uFEFFecho 1 \r\necho 2');
    chmodSync(file, 0o754);
    expect(elvar(folder, ['fix']).code).toBe(0);
    expect(readFileSync(file, 'utf8')).toBe('\uFEFFecho 1\r\necho 2\r\n');
    expect(statSync(file).mode & 0o777).toBe(0o754);
    expect(elvar(folder, ['fix', '--set', 'text/byte-order-mark=note', '--set', 'text/line-ending=note']).code).toBe(0);
    expect(readFileSync(file, 'utf8')).toBe('echo 1\necho 2\n');
  });

  test('follows no link', () => {
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { text/trailing-blanks: note }\n', 'a.py': 'a = 1 \n' });
    symlinkSync('a.py', path.join(folder, 'b.py'));
    linkSync(path.join(folder, 'a.py'), path.join(folder, 'c.py'));
    expect(elvar(folder, ['fix', 'b.py']).code).toBe(0);
    expect(read(folder, 'a.py')).toBe('a = 1 \n');
    expect(elvar(folder, ['fix', 'c.py']).code).toBe(0);
    expect([read(folder, 'a.py'), read(folder, 'c.py')]).toEqual(['a = 1 \n', 'a = 1\n']);
  });

  test('does not touch a file that cannot be written, and says so', () => {
    if (process.getuid?.() === 0) return;
    const folder = makeFolder({ 'elvar.yaml': 'rulings: { text/trailing-blanks: note }\n', 'd/a.py': 'a = 1 \n' });
    chmodSync(path.join(folder, 'd'), 0o555);
    expect(elvar(folder, ['fix'])).toMatchObject({ code: 3, err: expect.stringContaining('d/a.py: permission denied') });
  });
});

describe('check', () => {
  const mixed = (): string => makeFolder({
    'elvar.yaml': 'rulings: { "*": off, safety/dynamic-code: error, text/trailing-blanks: note, slips/loose-compare: warning, '
      + 'dead/commented-code: warning }\n',
    'a/x.js': '// const tide = next();\neval(a); \nif (a == b) c();\n', 'b.js': 'eval(a);\n',
  });
  const rules = (...args: string[]): string[] =>
    elvarJson<{ findings: { rule: string }[] }>(mixed(), ['check', ...args]).findings.map(({ rule }) => rule);

  test.each<[string[], string[]]>([
    [['--level', 'warning'], ['dead/commented-code', 'safety/dynamic-code', 'slips/loose-compare', 'safety/dynamic-code']],
    [['--level', 'error'], ['safety/dynamic-code', 'safety/dynamic-code']],
    [['--confidence', 'certain'], ['text/trailing-blanks']],
    [['--confidence', 'likely'], ['safety/dynamic-code', 'text/trailing-blanks', 'slips/loose-compare', 'safety/dynamic-code']],
    [['--rule', 'slips/*', '--rule', 'tag:layout'], ['text/trailing-blanks', 'slips/loose-compare']],
    [['--concern', 'dead'], ['dead/commented-code']],
  ])('%j lets through %j', (args, expected) => {
    expect(rules(...args)).toEqual(expected);
  });

  test('fails only for what was asked for', () => {
    const folder = mixed();
    expect(elvar(folder, ['check', '--rule', 'text/*']).code).toBe(0);
    expect(elvar(folder, ['check', '--concern', 'safety']).code).toBe(1);
    expect(elvar(folder, ['check', '--concern', 'safty'])).toMatchObject(
      { code: 2, err: expect.stringContaining('Did you mean safety?') },
    );
  });

  test('shows the code, the advice and the rule, by file and by directory', () => {
    const folder = mixed();
    const byFile = elvar(folder, ['check', '--group-by', 'file']).out;
    expect(byFile).toContain('\nerror  a/x.js  4 findings\n');
    expect(byFile).toContain(
      '  error  2:1  eval runs text as code  safety/dynamic-code\n      eval(a);\n      Look values up in a table',
    );
    expect(elvar(folder, ['check', '--group-by', 'directory', '--top', '1']).out).toContain('\na/  4 findings\n');
    expect(elvar(folder, ['check', '--group-by', 'directory', '--top', '1']).out).not.toContain('the root  1 finding');
    expect(elvar(folder, ['check', '--top', '0']).code).toBe(2);
  });

  test('reports only the damage where code does not follow its grammar, and nothing that the damage may refute', () => {
    const layer =
      'rulings: { "*": off, slips/syntax: error, dead/import: note, safety/dynamic-code: note, text/trailing-blanks: note }\n';
    const damaged = makeFolder(
      { 'elvar.yaml': layer, 'a.js': "import { low, high } from './tide.js'; \nfunction ( low eval(tide + 1) }\nexport { };\n" },
    );
    const rules = elvarJson<{ findings: { rule: string; message: string }[] }>(damaged, ['check']).findings.map(
      ({ rule, message }) => `${rule} ${message.split(' ', 1)[0]}`,
    );
    expect(rules.filter((rule) => !rule.startsWith('slips/syntax'))).toEqual(['text/trailing-blanks 1']);
    expect(rules.length).toBeGreaterThan(1);
    expect(elvar(damaged, ['fix']).out).toContain('Repaired 1 finding in 1 of 2 files.');
  });

  test('finds no fault with Elvar’s own files by house rules and words', () => {
    const files = {
      'elvar.yaml': 'presets: [./style.yaml]\nrules:\n'
        + '  house/ship: { title: No ship, languages: ["*"], pattern: ship, message: "{finding}" }\n',
      'style.yaml': 'title: A ship\nrulings: { house/ship: error }\n', 'other.yaml': 'a: ship\n',
    };
    expect(
      elvarJson<{ findings: { path: string }[] }>(makeFolder(files), ['check']).findings.map(({ path: file }) => file),
    ).toEqual(['other.yaml']);
  });

  test('ends with the summary', () => {
    const { out } = elvar(mixed(), ['check']);
    const lines = out.slice(out.lastIndexOf('Summary')).split('\n').map((line) => line.trim().replace(/ {2,}/g, '  '));
    expect(lines).toEqual([
      'Summary',
      expect.stringMatching(/^checked  \d files, \d+ lines$/),
      'by level  error 2  warning 2  note 1',
      'by concern  text 1  dead 1  slips 1  safety 2',
      expect.stringMatching(/^per 1,000 lines  [\d.]+ in all:  text [\d.]+  dead [\d.]+  slips [\d.]+  safety [\d.]+$/),
      'repairable  1 of 5 findings: elvar fix --dry-run shows how',
              'busiest rules  safety/dynamic-code 2  dead/commented-code 1  slips/loose-compare 1',
      'busiest directories  a 4  . 1',
      '',
    ]);
  });

  test('checks only the text of code nested beyond all reason, and says so', () => {
    const deep = makeFolder({
      'elvar.yaml': 'rulings: { size/parameters: note, text/trailing-blanks: note }\n',
      'a.js': `${'['.repeat(3000)}${']'.repeat(3000)} \n`,
    });
    const { code, out, err } = elvar(deep, ['check']);
    expect(code).toBe(3);
    expect(out).toContain('text/trailing-blanks');
    expect(err).toContain('a.js: nested too deeply, or too much to search, for size/parameters');
  });
});
