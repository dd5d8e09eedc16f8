import { readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
import { elvar, elvarJson, makeFolder, writeFiles } from '../support/project.js';

const layer = (folder: string, file = 'elvar.yaml'): string => readFileSync(path.join(folder, file), 'utf8');

test('a word is accepted for the project, and for oneself alone', () => {
  const folder = makeFolder(
    { 'elvar.yaml': 'rulings: { words/spelling: note }\n', 'a.py': '# the harbuor of the town waits here\ngo()\n' },
  );
  const found = (): number => elvarJson<{ findings: object[] }>(folder, ['check', '--rule', 'words/spelling']).findings.length;
  expect(found()).toBe(1);
  expect(elvar(folder, ['accept', 'harbuor', '--personal']).code).toBe(0);
  expect(layer(folder, '.config/elvar/elvar.yaml')).toContain('known: { add: [ harbuor ] }');
  expect(found()).toBe(0);
  writeFiles(folder, { '.config/elvar/elvar.yaml': '' });
  expect(elvar(folder, ['accept', 'harbuor']).code).toBe(0);
  expect(layer(folder)).toContain('harbuor');
  expect(found()).toBe(0);
  // A second word joins the first.
  elvar(folder, ['accept', 'slipwey']);
  expect(layer(folder)).toContain('add: [ harbuor, slipwey ]');
  expect(elvar(folder, ['accept', 'slipwey']).out).toContain('already says so');
  elvar(folder, ['accept', 'slipwey', '--drop']);
  expect(layer(folder)).toMatch(/add: \[ harbuor \], drop: \[ slipwey \]/);
});

test('the help of a command that can change the personal file says so', () => {
  for (const command of ['set', 'accept']) expect(elvar(makeFolder(), [command, '--help']).out).toMatch(/^ {2}--personal +\S/m);
  expect(elvar(makeFolder(), ['check', '--help']).out).not.toMatch(/^ {2}--personal/m);
});

test('items are added to and dropped from any list, whatever form the ruling has', () => {
  const folder = makeFolder(
    { 'elvar.yaml': 'rulings:\n  idiom/debug-print: { options: { calls: [print, dump] } }\n', 'a.py': 'print(1)\n' },
  );
  elvar(folder, ['accept', 'say', '--to', 'idiom/debug-print.calls']);
  elvar(folder, ['accept', 'print', '--to', 'idiom/debug-print.calls', '--drop', '--because', 'it is the log here']);
  expect(layer(folder)).toMatch(/calls: \[ ?dump, say ?\]/);
  expect(layer(folder)).toContain('because: it is the log here');
  elvar(folder, ['accept', 'print', '--to', 'idiom/debug-print', '--at', '.', '--dry-run']);
});

test('an option that is not a list is refused, and the lists are named', () => {
  const folder = makeFolder({ 'elvar.yaml': '' });
  for (const [to, message] of [
    ['text/line-width.max', 'text/line-width has no list.'],
    ['idiom/debug-print.cals', 'idiom/debug-print has: idiom/debug-print.calls.'],
    ['words/speling.known', 'Did you mean words/spelling?'],
  ] as const) {
    expect(elvar(folder, ['accept', 'x', '--to', to])).toMatchObject(
      { code: 2, out: '', err: expect.stringContaining(message) as string },
    );
  }
  expect(layer(folder)).toBe('');
});
