import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, onTestFinished, test } from 'vitest';
import { editorText, makeProjects, shownText } from '../../scripts/shots.mjs';

test('the picture of the editor shows what it shows: npm run screenshots takes it anew', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'elvar-shots-'));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  makeProjects(folder);
  expect(editorText(folder)).toBe(shownText('editor'));
}, 180_000);
