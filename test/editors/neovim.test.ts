import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
import { makeFolder, PROGRAM } from '../support/project.js';

test('Neovim shows findings as typed, repairs, waives, explains and completes', () => {
  const folder = makeFolder({
    '.git/': '',
    'elvar.yaml': 'rulings:\n  slips/loose-compare: { level: error, because: the gate sends text }\n'
      + '  text/trailing-blanks: note\n  dead/import: warning\n',
    'gate.js': "import tide from './tide.js';\nif (a == b) go();  \nif (c == d) go();\n",
  });
  const script = path.join(import.meta.dirname, 'neovim.lua');
  const command = [process.execPath, PROGRAM, 'editor', '--stdio', '--no-personal']
    .map((word) => JSON.stringify(word))
    .join(', ');
  const { status, stderr } = spawnSync(
    'nvim',
    [
      '--headless',
      '-u',
      'NONE',
      '-i',
      'NONE',
      '-n',
      '-c',
      `lua arg_folder = ${JSON.stringify(folder)}; arg_command = { ${command} }`,
      '-c',
      `luafile ${script}`,
    ],
    { encoding: 'utf8', timeout: 120_000, cwd: folder, env: { ...process.env, HOME: makeFolder() } },
  );
  expect([status, /error|fail|traceback/i.test(stderr)], stderr).toEqual([0, false]);
  const told = Object.fromEntries(readFileSync(path.join(folder, 'told.txt'), 'utf8')
    .trimEnd()
    .split('\n')
    .map((line) => [line.slice(0, line.indexOf(' ')), line.slice(line.indexOf(' ') + 1)]));
  expect(told).toEqual({
    first: '"1:8 dead/import, 2:18 text/trailing-blanks, 2:7 slips/loose-compare, 3:7 slips/loose-compare"',
    typed: '"1:8 dead/import, 2:18 text/trailing-blanks, 2:7 slips/loose-compare"',
    hover: '"Level set by elvar.yaml:2."',
    definition: '"elvar.yaml:2"',
    repaired: '"if (a == b) go();|"',
    waived: '{ "// elvar waive slips/loose-compare because reason", "if (a == b) go();" }',
    then: '"1:8 dead/import"',
    undone: '"if (a == b) go();"',
    completed: '"text/line-width: "',
    lens: '"decides for 1 file · 1 finding"',
  });
}, 180_000);
