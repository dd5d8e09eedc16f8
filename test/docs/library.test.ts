import { spawnSync } from 'node:child_process';
import { readFileSync, symlinkSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import type * as Library from '../../src/index.js';
import { DOCUMENTS } from '../support/json-documents.js';
import { commitAll, git } from '../support/git.js';
import { makeFolder, writeFiles } from '../support/project.js';
import { whenDeep } from '../support/runs.js';

const ROOT = path.join(import.meta.dirname, '..', '..');
const { LayerError, openWorkspace, UsageError } = await import('../../dist/index.js') as unknown as typeof Library;

const examples = [...readFileSync(path.join(ROOT, 'docs', 'library.md'), 'utf8').matchAll(/```ts\n(.*?)```/gs)].map(([, code]) =>
  code as string);

/** All that the examples need of Node. */
const CONSOLE = 'declare const console: { log(...all: unknown[]): void };\n'
  + 'declare const AbortSignal: { timeout(milliseconds: number): import("elvar").EndSignal };\n';

whenDeep(() => {
  test('the examples on the page about the library run, and their types hold for a strict program', () => {
    const files = examples.map((_, index) => `example${index}.ts`);
    const folder = makeFolder({
      ...Object.fromEntries(files.map((name, index) => [name, examples[index] as string])),
      'package.json': '{ "type": "module" }',
      'node_modules/': '',
      'console.d.ts': CONSOLE,
    });
    symlinkSync(ROOT, path.join(folder, 'node_modules', 'elvar'));
    symlinkSync(path.join(ROOT, 'demo'), path.join(folder, 'demo'));
    writeFiles(folder, {
      'tsconfig.json': JSON.stringify({
        compilerOptions: {
          strict: true, exactOptionalPropertyTypes: true, noUncheckedIndexedAccess: true, skipLibCheck: false,
          module: 'nodenext', target: 'es2022', lib: ['es2022'], types: [], outDir: 'out',
        }, files: [...files, 'console.d.ts'],
      }),
    });
    const compiled = spawnSync(
      process.execPath, [path.join(ROOT, 'node_modules', 'typescript', 'bin', 'tsc'), '-p', folder], { encoding: 'utf8' },
    );
    expect(compiled.stdout).toBe('');
    expect(files.length).toBeGreaterThan(2);
    for (const name of files) {
      const { status, stdout, stderr } = spawnSync(process.execPath, [path.join(folder, 'out', name.replace('.ts', '.js'))], {
        cwd: folder, encoding: 'utf8', env: { PATH: process.env['PATH'], HOME: folder },
      });
      expect([status, stderr]).toEqual([0, '']);
      expect(stdout).toMatch(/^\S+ \S+/);
      expect(stdout).not.toContain('undefined');
    }
  });
});

describe('the library', () => {
  const folder = (): string => makeFolder(
    { 'elvar.yaml': 'rulings: { slips/*: error, text/trailing-blanks: note }\n', 'a.js': 'go(a == b);  \n', 'b.py': '' },
  );
  const open = (): Library.Workspace => openWorkspace({ directory: folder(), env: {} });

  test('answers with the documents that the command line prints', async () => {
    const workspace = open();
    git(workspace.root, 'init', '-q');
    commitAll(workspace.root);
    const answers = {
      'elvar-findings/1': await workspace.check(),
      'elvar-scope/1': workspace.scope(),
      'elvar-resolve/1': workspace.resolve({ paths: ['a.js'] }),
      'elvar-explain/1': workspace.explain('a.js', { rule: 'slips/syntax' }),
      'elvar-compare/1': workspace.compare('a.js', 'b.py'),
      'elvar-impact/1': await workspace.impact({ set: ['dead/*=error'] }),
      'elvar-doctor/1': await workspace.doctor(),
      'elvar-catalog/1': workspace.catalog(),
      'elvar-fix/1': await workspace.fix(),
      'elvar-history/1': await workspace.history('a.js', { rule: 'slips/syntax' }),
    } as const;
    for (const [format, answer] of Object.entries(answers)) {
      expect(answer.format).toBe(format);
      expect(
        DOCUMENTS[format as keyof typeof answers].safeParse(JSON.parse(JSON.stringify(answer))).error?.issues ?? [], format,
      ).toEqual([]);
    }
    expect(DOCUMENTS['elvar-explain/1'].safeParse(
      JSON.parse(JSON.stringify(await workspace.explainLine({ path: 'a.js', line: 1 }))),
    ).success).toBe(true);
  });

  test('takes its questions as objects', async () => {
    const workspace = open();
    expect((await workspace.check({ rules: ['text/*'] })).findings.map(({ rule }) => rule)).toEqual(['text/trailing-blanks']);
    expect(Object.keys(workspace.explain('a.js').rules).length).toBeGreaterThan(50);
    const dry = await workspace.fix({ rules: ['text/*'] });
    expect([dry.written, dry.totals['repaired']]).toEqual([false, 1]);
    expect(readFileSync(path.join(workspace.root, 'a.js'), 'utf8')).toBe('go(a == b);  \n');
    await workspace.fix({ rules: ['text/*'], write: true });
    expect(readFileSync(path.join(workspace.root, 'a.js'), 'utf8')).toBe('go(a == b);\n');
  });

  test('looks back', async () => {
    const { root } = open();
    git(root, 'init', '-q');
    commitAll(root, 'Begin');
    writeFiles(root, { 'elvar.yaml': 'rulings: { slips/*: warning, text/trailing-blanks: note }\n' });
    commitAll(root, 'Relax');
    const workspace = openWorkspace({ directory: root, env: {} });
    const { changes, commits } = await workspace.history('a.js', { rule: 'slips/loose-compare' });
    expect([commits, changes.map(({ subject, rules }) => [subject, rules[0]?.level, rules[0]?.line?.file])]).toEqual(
      [2, [['Relax', { from: 'error', to: 'warning' }, 'elvar.yaml']]],
    );
    expect((await workspace.impact({ between: 'HEAD~1..HEAD' })).rules['slips/loose-compare']?.relation).toBe('looser');
    await expect(workspace.impact({ between: 'HEAD' })).rejects.toThrow(UsageError);
    await expect(workspace.history('a.js', { since: 'May' })).rejects.toThrow(UsageError);
  });

  test('throws errors that say what is wrong', async () => {
    expect(() => openWorkspace({ directory: path.join(folder(), 'nowhere') })).toThrow(UsageError);
    expect(() => openWorkspace({ directory: folder(), today: 'soon' })).toThrow(UsageError);
    expect(() => open().explain('a.js', { rule: 'slips/nothing' })).toThrow(UsageError);
    await expect(open().check({ paths: ['nowhere'] })).rejects.toThrow(UsageError);
    await expect(open().impact({ set: ['*=off'], preset: 'elvar:lean' })).rejects.toThrow(UsageError);
    const wrong = openWorkspace({ directory: makeFolder({ 'elvar.yaml': 'rulings: { text/indent: fatal }\n' }), env: {} });
    await expect(wrong.check()).rejects.toThrow(LayerError);
    const { problems } = await wrong.check().catch((error: Library.LayerError) => error) as Library.LayerError;
    expect(problems).toMatchObject([{ file: 'elvar.yaml', place: { line: 1 }, detail: { code: 'bad-value' } }]);
  });
});
