// The page with 50,000 findings in a browser (Chromium): when it is first painted, and how long a change of the filter takes.
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { chromium } from 'playwright-core';
import { installSources } from './sources.mjs';

const program = path.join(import.meta.dirname, '..', 'dist', 'cli', 'main.cjs');
const folder = mkdtempSync(path.join(tmpdir(), 'elvar-bench-'));
const browser = await chromium.launch(
  { executablePath: process.env.ELVAR_BROWSER ?? '/usr/bin/chromium', args: ['--no-sandbox'] },
);
const report = (title, time, most) => {
  console.log(`${title}: ${Math.round(time)} ms (at most ${most} asked)`);
  if (time > most) process.exitCode = 1;
};
const median = (numbers) => numbers.toSorted((a, b) => a - b)[Math.floor(numbers.length / 2)];
try {
  const { tree } = installSources(folder);
  writeFileSync(path.join(tree, 'elvar.yaml'), 'presets: [elvar:everything]\n');
  const file = path.join(folder, 'page.html');
  spawnSync(
    process.execPath,
    [program, 'check', '--no-personal', '--no-cache', '--root', tree, '--report', `html=${file}`, tree],
    { stdio: 'ignore' },
  );
  console.log(`a page of ${(statSync(file).size / 1e6).toFixed(1)} MB`);
  const paints = [];
  const changes = [];
  for (let round = 0; round < 5; round += 1) {
    const page = await browser.newPage();
    await page.goto(pathToFileURL(file).href);
    paints.push(await page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0].startTime));
    // From the key to the next frame after the list has changed.
    for (const text of ['vector', 'e', '']) {
      changes.push(await page.evaluate(async (words) => {
        const input = document.querySelector('input[type=search]');
        const start = performance.now();
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, words);
        input.dispatchEvent(new Event('input', { bubbles: true }));
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
        return performance.now() - start;
      }, text));
    }
    await page.close();
  }
  report('first paint', median(paints), 2000);
  report('a change of the filter', Math.max(...changes), 200);
} finally {
  await browser.close();
  rmSync(folder, { recursive: true, force: true });
}
