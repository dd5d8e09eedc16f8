import { spawn } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { describe, expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder } from '../support/project.js';

const FILES = {
  'package.json': '{ "name": "@saltmarsh/port" }\n',
  'src/a.js': "if (a == b) go();\nimport x from 'y';\n",
  'src/a.test.js': 'console.log(1);\n',
  'vendor/jetty.js': 'eval(a == b);\n',
  '.editorconfig': '[*]\nindent_style = space\nindent_size = 2\n[*.py]\nindent_size = 4\n',
};

function read(folder: string, file: string): string {
  return readFileSync(path.join(folder, file), 'utf8');
}

describe('init', () => {
  test('looks at the tree, says what each preset would report, and writes files that a person can read', () => {
    const folder = makeFolder(FILES);
    const { code, out } = elvar(folder, ['init', '--yes']);
    expect(code).toBe(0);
    expect(out.split('\n')[0]).toBe('5 files to check: javascript 3, ini 1 and json 1.');
    expect(out.split('\n')[1]).toBe(
      `${Object.values(FILES).join('').length} bytes in all; the largest is .editorconfig with `
        + `${FILES['.editorconfig'].length} bytes.`,
    );
    expect(out).toMatch(/ {2}● elvar:starter +3 findings +0 repairable/);
    expect(read(folder, 'elvar.yaml')).toContain('title: "@saltmarsh/port"\n');
    expect(read(folder, 'elvar.yaml')).toContain(
      '    text/indent: { options: { width: 4 }, because: .editorconfig says so in line 5 }\n',
    );
    expect(read(folder, '.elvarignore')).toBe('# Not our own code. Patterns as in .gitignore.\n# vendored\n/vendor/\n');
    // What it said of the preset is what check finds with it alone; the tests were set apart.
    const { totals } = elvarJson<{ totals: Record<string, number> }>(folder, ['check', '--rule', 'slips/*', '--rule', 'dead/*']);
    expect(totals).toMatchObject({ warning: 2 });
    expect(out).toMatch(/With that, check looks at \d files and reports 2 findings\.\n$/);
    expect(
      elvarJson<{ diagnoses: { code: string }[] }>(folder, ['doctor']).diagnoses.map(({ code: found }) => found),
    ).toEqual(['zone-matches-nothing']);
  });

  test('overwrites nothing', () => {
    const folder = makeFolder({ ...FILES, '.elvarignore': '# mine\n' });
    expect(elvar(folder, ['init', '--yes', '--dry-run']).out).toContain('elvar.yaml would be created:');
    expect(existsSync(path.join(folder, 'elvar.yaml'))).toBe(false);
    expect(elvar(folder, ['init', '--yes']).code).toBe(0);
    expect(read(folder, '.elvarignore')).toBe('# mine\n');
    const before = read(folder, 'elvar.yaml');
    expect(elvar(folder, ['init', '--yes'])).toMatchObject(
      { code: 2, out: '', err: expect.stringContaining('elvar.yaml exists already') as string },
    );
    expect(read(folder, 'elvar.yaml')).toBe(before);
  });

  test('asks nothing without a terminal', () => {
    expect(elvar(makeFolder(FILES), ['init'])).toMatchObject(
      { code: 2, err: expect.stringContaining('Use --yes to accept every default') as string },
    );
  });

  test('in an empty directory', () => {
    const folder = makeFolder();
    expect(elvar(folder, ['init', '--yes', '--root', '.'])).toMatchObject(
      { code: 0, out: expect.stringMatching(/^0 files to check: nothing yet\.\n/) as string },
    );
    expect(elvar(folder, ['check', '--root', '.']).code).toBe(0);
  });

  test('for machines', () => {
    const json =
      elvarJson<{ format: string; written: boolean; presets: { reference: string }[]; files: { file: string; text: string }[] }>(
        makeFolder(FILES),
        ['init', '--yes'],
      );
    expect(json).toMatchObject({ format: 'elvar-init/1', written: true });
    expect(json.files.map(({ file }) => file)).toEqual(['elvar.yaml', '.elvarignore']);
  });

  test('asks in a terminal, and follows the answers', async () => {
    const folder = makeFolder(FILES);
    const program = path.join(import.meta.dirname, '..', '..', 'dist', 'cli', 'main.cjs');
    const terminal = spawn('script', ['-qec', `${process.execPath} ${program} init`, '/dev/null'], {
      cwd: folder, env: { PATH: process.env['PATH'], HOME: folder, TERM: 'xterm' },
    });
    // Down one and select it beside the default; then yes, no, yes. Each answer waits for its question.
    const dialogue = [
      ['Which presets?', '\u001b[B \r'],
      ['Treat tests separately', 'y\r'],
      ['Leave out code', 'n\r'],
      ['.editorconfig?', 'y\r'],
    ] as const;
    let [shown, answered] = ['', 0];
    terminal.stdout.on('data', (chunk: Buffer) => {
      shown += chunk.toString();
      const next = dialogue[answered];
      if (next === undefined || !shown.includes(next[0])) return;
      answered += 1;
      terminal.stdin.write(next[1]);
    });
    await new Promise((resolve) => terminal.on('close', resolve));
    expect(answered).toBe(dialogue.length);
    expect(stripVTControlCharacters(shown)).toContain('elvar:tidy  1 finding today, 1 repairable');
    expect(stripVTControlCharacters(shown)).toContain('✔ Which presets? elvar:starter, elvar:hygiene');
    expect(read(folder, 'elvar.yaml')).toMatch(/ {2}- elvar:starter\n {2}# .*\n {2}- elvar:hygiene\n/);
    expect(existsSync(path.join(folder, '.elvarignore'))).toBe(false);
    expect(read(folder, 'elvar.yaml')).toContain('text/indent');
  });
});
