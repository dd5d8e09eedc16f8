import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, onTestFinished, test } from 'vitest';
import { patchOf } from '../../src/formats/text/patch.js';

/** What git makes of a text with a patch. */
function applied(before: string, patch: string): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'elvar-patch-'));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  writeFileSync(path.join(folder, 'a.txt'), before);
  const { status, stderr } = spawnSync('git', ['apply', '--unidiff-zero', '-'], { cwd: folder, input: patch, encoding: 'utf8' });
  expect([status, stderr]).toEqual([0, '']);
  return readFileSync(path.join(folder, 'a.txt'), 'utf8');
}

const LINES = Array.from({ length: 3000 }, (_, index) => `line ${index}`);

test.each<[string, string, string]>([
  ['a few lines', 'a\nb\nc\n', 'a\nx\nc\n'],
  ['a last line without a line end', 'a\nb', 'a\nb\n'],
  ['every line of very many', LINES.map((line) => `${line}  \n`).join(''), LINES.map((line) => `${line}\n`).join('')],
  [
    'every other line of very many, and the end',
    LINES.map((line) => `${line}\n`).join('') + 'z',
    LINES.map((line, index) => (index % 9 < 4 ? `x${line}\n` : `${line}\n`)).join('') + 'y',
  ],
  [
    'very many lines by fewer',
    LINES.map((line) => `${line}\n`).join(''),
    LINES.slice(0, 1700).map((line) => `x${line}\n`).join(''),
  ],
])('a patch that changes %s is one that git applies', (_, before, after) => {
  expect(applied(before, patchOf('a.txt', before, after))).toBe(after);
});
