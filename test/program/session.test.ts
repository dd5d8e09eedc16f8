import { existsSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type * as Index from '../../src/index.js';
import { histories, LAYERS, NAMES, take, textOf, type State } from '../support/histories.js';
import { makeFolder, writeFiles } from '../support/project.js';
import { runs, whenDeep } from '../support/runs.js';

const { openSession, openWorkspace } = await import('../../dist/index.js') as unknown as typeof Index;

type Asked = Pick<Index.Workspace, 'check' | 'resolve' | 'scope' | 'explain' | 'impact' | 'doctor' | 'fix'>;

async function answersOf(workspace: Asked, paths: readonly string[]): Promise<unknown[]> {
  return [
    await workspace.check({ paths, excused: true }),
    workspace.resolve({ paths }),
    workspace.scope(),
    workspace.explain('quay/none.js'),
    await workspace.impact({ set: ['slips/*=off'] }), await workspace.doctor(), await workspace.fix({ paths }),
  ];
}

describe('a session that is told what changes', () => {
  test('answers as if it read everything anew, and as if the documents that are open were saved', async () => {
    await fc.assert(fc.asyncProperty(histories, fc.array(
      fc.boolean(), { minLength: 9, maxLength: 9 },
    ), async (history, opened) => {
      const files = {
        'elvar.yaml': LAYERS[0] as string,
        '.git/': '',
        ...Object.fromEntries(NAMES.map((name, index) => [name, textOf(name, [index, index + 1])])),
      };
      const [folder, saved, cache] = [makeFolder(files), makeFolder(files), makeFolder()];
      const options = (directory: string): Index.WorkspaceOptions => ({
        directory, root: directory, noPersonal: true, today: '2026-06-15', env: { ELVAR_CACHE: cache },
      });
      const session = openSession(options(folder));
      const [state, target]: State[] =
        [folder, saved].map((own) => ({ folder: own, cache, day: 0, paths: [] })) as unknown as [State, State];
      let pending: readonly [name: string, text: string] | null = null;
      for (const [index, step] of history.entries()) {
        if (pending !== null) {
          writeFiles(folder, { [pending[0]]: pending[1] });
          session.open(pending[0], null);
          pending = null;
        }
        const exists = 'file' in step && existsSync(path.join(folder, NAMES[step.file] as string));
        take(target as State, step);
        if (opened[index] === true && step.kind === 'write' && exists) {
          pending = [NAMES[step.file] as string, textOf(NAMES[step.file] as string, step.pieces)];
          session.open(...pending);
        } else for (const changed of take(state as State, step)) session.invalidate(changed);
        const { paths } = target as State;
        const fresh = openWorkspace({ ...options(saved), noCache: true });
        // What is typed and not saved is checked, but repaired is what is on the disk.
        if (pending !== null) expect(await outcome(() => session.check({ paths, excused: true }))).toEqual(
          await outcome(() => fresh.check({ paths, excused: true })),
        );
        else expect(await outcome(() => answersOf(session, paths))).toEqual(await outcome(() => answersOf(fresh, paths)));
      }
      for (const own of [folder, saved, cache]) rmSync(own, { recursive: true });
    }), { numRuns: runs(1, 30) });
  });

  /** An answer, or what is said instead: a path may be gone. */
  async function outcome(ask: () => Promise<unknown>): Promise<unknown> {
    try {
      return await ask();
    } catch (error) {
      return String(error);
    }
  }

  test('knows documents that are not saved, layer files too, and tells their lines', async () => {
    const folder = makeFolder(
      { '.git/': '', 'elvar.yaml': 'rulings: { slips/loose-compare: note }\n', 'a.js': 'go(a === b);\n' },
    );
    const session = openSession({ directory: folder, root: folder, noPersonal: true, env: { ELVAR_CACHE: makeFolder() } });
    const found = async (): Promise<string[]> =>
      (await session.check()).findings.map(({ level, path: own, line }) => `${level} ${own}:${line}`);
    expect(await found()).toEqual([]);
    session.open('a.js', '// first\ngo(a == b);\n');
    expect(await found()).toEqual(['note a.js:2']);
    session.open('elvar.yaml', 'rulings: { slips/loose-compare: error }\n');
    expect(await found()).toEqual(['error a.js:2']);
    expect((await session.explainLine({ path: 'a.js', line: 2 })).findings).toHaveLength(1);
    session.open(path.join(folder, 'elvar.yaml'), null);
    session.open('a.js', null);
    expect(await found()).toEqual([]);
    writeFileSync(path.join(folder, 'a.js'), 'go(a == b);\n');
    session.invalidate();
    expect(await found()).toEqual(['note a.js:1']);
  });

  test('knows what it has repaired itself', async () => {
    const folder = makeFolder({ '.git/': '', 'elvar.yaml': 'rulings: { text/*: note }\n', 'a.js': 'go();  \n' });
    const session = openSession({ directory: folder, root: folder, noPersonal: true, env: { ELVAR_CACHE: makeFolder() } });
    expect((await session.check()).totals.note).toBe(1);
    expect((await session.fix({ write: true })).written).toBe(true);
    expect((await session.check()).totals.note).toBe(0);
  });

  whenDeep(() => {
    test('stops between two files', async () => {
      const folder = makeFolder({ '.git/': '', 'elvar.yaml': 'presets: [elvar:everything]\n' });
      writeFiles(folder, Object.fromEntries(
        Array.from({ length: 600 }, (_, index) => [`a${index}.js`, `${'go(a == b);\n'.repeat(40)}// ${index}\n`]),
      ));
      const session = openSession({ directory: folder, root: folder, noPersonal: true, noCache: true });
      const controller = new AbortController();
      setTimeout(() => controller.abort(new Error('enough')), 50);
      await expect(session.check({ signal: controller.signal })).rejects.toThrow('enough');
      await expect(session.fix({ signal: controller.signal })).rejects.toThrow('enough');
      await expect(session.check({ signal: AbortSignal.abort(new Error('at once')) })).rejects.toThrow('at once');
      expect((await session.check({ paths: ['a1.js'] })).totals.files).toBe(1);
    });
  });
});
