import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { beforeAll, expect, test } from 'vitest';
import { LIVE, makeProjects, SHOTS, shownText, textOf, watchedText } from '../../scripts/shots.mjs';

const PICTURES = path.join(import.meta.dirname, '..', '..', 'docs', 'screenshots');
let folder = '';

beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'elvar-shots-'));
  makeProjects(folder);
  return () => rmSync(folder, { recursive: true, force: true });
});

test.each(Object.keys(SHOTS).filter((name) => !LIVE.includes(name)))(
  'the picture %s shows what the program prints: npm run screenshots takes it anew', (name) => {
    expect(textOf(name, folder)).toBe(shownText(name));
  },
);

test('so does the picture watch, while a file is changed', async () => {
  expect(await watchedText(folder)).toBe(shownText('watch'));
});

test('each picture is one of these, and the README leads to it', () => {
  expect(readdirSync(PICTURES).sort()).toEqual(Object.keys(SHOTS).map((name) => `${name}.png`).sort());
  const readme = readFileSync(path.join(PICTURES, '..', '..', 'README.md'), 'utf8');
  for (const name of Object.keys(SHOTS)) expect(readme).toContain(`docs/screenshots/${name}.png`);
  expect(existsSync(path.join(PICTURES, 'check.png'))).toBe(true);
});
