import { expect, test, vi, onTestFinished } from 'vitest';
import { EditorProject } from '../../src/editor/project.js';
import { makeFolder } from '../support/project.js';

test('while an editor is open, the day goes on: what has expired by then counts', async () => {
  vi.useFakeTimers({ toFake: ['Date'], now: new Date(2026, 10, 29, 23, 59) });
  onTestFinished(() => void vi.useRealTimers());
  const folder = makeFolder({
    '.git/': '',
    'elvar.yaml': 'rulings: { slips/loose-compare: { level: off, until: 2026-11-29 } }\n',
    'gate.js': '// elvar waive idiom/debug-print until 2026-11-29 because of the tide\nconsole.log(1);\n',
  });
  const project = EditorProject.around(folder, { noPersonal: true, noCache: true, set: ['idiom/debug-print=note'] });
  const open = async (): Promise<string[]> =>
    (await project.look(
      `${folder}/gate.js`, false,
    )).file?.findings.all.filter(({ excused }) => excused === null).map(({ rule }) => rule) ?? [];
  expect(await open()).toEqual([]);
  vi.setSystemTime(new Date(2026, 10, 30, 0, 1));
  expect(await open()).toContain('idiom/debug-print');
  expect((await project.everything(true))?.files).toHaveLength(2);
});
