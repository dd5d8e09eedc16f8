import { cpSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { chromium, type Browser, type Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { FindingsDocument } from '../../src/library/documents.js';
import { elvar, makeFolder } from '../support/project.js';

let browser: Browser;

beforeAll(async () => {
  browser = await chromium.launch(
    { executablePath: process.env['ELVAR_BROWSER'] ?? '/usr/bin/chromium', args: ['--no-sandbox'] },
  );
});

afterAll(() => browser.close());

/** The demo's page in a browser, with what it asked for and complained of. */
async function opened(
  settings: Parameters<Browser['newPage']>[0] = {},
): Promise<{ page: Page; requests: string[]; complaints: string[]; findings: FindingsDocument['findings'] }> {
  const folder = makeFolder();
  cpSync(path.join(import.meta.dirname, '..', '..', 'demo', 'harbour'), folder, { recursive: true });
  const answer = elvar(
    folder, ['check', '--root', '.', '--no-personal', '--format', 'json', '--excused', '--report', 'html=page.html'],
  );
  const page = await browser.newPage(settings);
  const [requests, complaints]: string[][] = [[], []];
  page.on('request', (request) => requests?.push(request.url()));
  page.on('console', (message) => complaints?.push(message.text()));
  page.on('pageerror', (error) => complaints?.push(String(error)));
  await page.goto(pathToFileURL(path.join(folder, 'page.html')).href);
  return {
    page,
    requests: requests as string[],
    complaints: complaints as string[],
    findings: (JSON.parse(answer.out) as FindingsDocument).findings,
  };
}

/** The places that the list of the filter shows. */
const chosen = (page: Page): Promise<string[]> => page.locator('#filter .places > li > code:first-of-type').allTextContents();
const placesOf = (findings: FindingsDocument['findings']): string[] =>
  findings.map(({ path: own, line, column }) => `${own}:${line}:${column}`);

describe('the page in a browser', () => {
  test('asks for nothing, and has nothing to complain of', async () => {
    const { page, requests, complaints } = await opened();
    await page.getByLabel('Words').fill('berth');
    expect(requests).toEqual([page.url()]);
    expect(complaints).toEqual([]);
    await page.close();
  });

  test('shows the findings that are chosen', async () => {
    const { page, findings } = await opened();
    const open = findings.filter(({ excused }) => excused === null);
    expect(await chosen(page)).toEqual([]);
    await page.getByRole('checkbox', { name: 'note' }).uncheck();
    expect(await chosen(page)).toEqual(placesOf(open.filter(({ level }) => level !== 'note')));
    expect(await page.locator('#by-rule').isVisible()).toBe(false);
    await page.locator('select[name=rule]').selectOption('dead/import');
    expect(await chosen(page)).toEqual(placesOf(open.filter(({ level, rule }) => level !== 'note' && rule === 'dead/import')));
    await page.getByRole('button', { name: 'Clear' }).click();
    await page.locator('#by-rule').waitFor();
    await page.locator('select[name=directory]').selectOption('services/berths/');
    await page.locator('select[name=confidence]').selectOption('certain');
    expect(await chosen(page)).toEqual(
      placesOf(open.filter(({ path: own, confidence }) => own.startsWith('services/berths/') && confidence === 'certain')),
    );
    await page.getByRole('button', { name: 'Clear' }).click();
    await page.locator('select[name=excused]').selectOption('excused');
    expect(await chosen(page)).toEqual(placesOf(findings.filter(({ excused }) => excused !== null)));
    await page.locator('select[name=excused]').selectOption('all');
    await page.getByLabel('Words').fill('EVAL kiosk');
    expect(await chosen(page)).toEqual(
      placesOf(findings.filter(({ path: own, message }) => own.includes('kiosk') && message.includes('eval'))),
    );
    expect(await page.getByRole('status').textContent()).toBe(`1 of ${findings.length} findings`);
    await page.close();
  });

  test('shows which rules hold where', async () => {
    const { page } = await opened();
    const legacy = page.locator('#map .tree li', { hasText: /^legacy\// });
    const name = await legacy.locator('.chip').textContent() as string;
    expect(await page.locator(`#${name}`).isVisible()).toBe(false);
    await legacy.locator('.chip').click();
    await page.locator(`#${name}`).waitFor();
    const rows = await page.locator(`#${name} table`).first().locator('tbody tr').allTextContents();
    expect(rows.find((row) => row.startsWith('slips/loose-compare'))).toMatch(/^slips\/loose-compareofferrorlooser/);
    await page.locator('#map summary', { hasText: 'text/line-width' }).click();
    expect(await page.locator('#map details[open] tbody tr').allTextContents()).toContainEqual(
      expect.stringContaining('warning max 88'),
    );
    await page.close();
  });

  test('can be used by keyboard alone', async () => {
    const { page } = await opened();
    for (let presses = 0; presses < 20
      && (await page.evaluate(() => (document.activeElement as HTMLInputElement | null)?.type)) !== 'search'; presses += 1) {
      await page.keyboard.press('Tab');
    }
    await page.keyboard.type('loose-compare');
    expect((await chosen(page)).length).toBeGreaterThan(0);
    for (const expected of ['error', 'warning', 'note']) {
      await page.keyboard.press('Tab');
      expect(await page.evaluate(() => (document.activeElement as HTMLInputElement | null)?.name)).toBe(expected);
    }
    await page.keyboard.press('Shift+Tab');
    await page.keyboard.press('Shift+Tab');
    await page.keyboard.press('Space');
    expect(await chosen(page)).toEqual([]);
    await page.close();
  });

  test('can be read without scripts', async () => {
    const { page, findings } = await opened({ javaScriptEnabled: false });
    const open = findings.filter(({ excused }) => excused === null);
    expect(await page.locator('#by-rule .places > li').count()).toBe(open.length);
    expect(await page.locator('details[open] .places > li').first().isVisible()).toBe(true);
    await page.locator('#by-rule summary').last().click();
    expect(await page.locator('#by-rule details').last().locator('li').first().isVisible()).toBe(true);
    await page.close();
  });

  test.each<['light' | 'dark', number]>([['light', 1280], ['dark', 1280], ['light', 360], ['dark', 360]])(
    'is legible in %s colours, %d pixels wide', async (colorScheme, width) => {
      const { page } = await opened({ colorScheme, viewport: { width, height: 800 } });
      await page.getByRole('checkbox', { name: 'note' }).uncheck();
      // WCAG 2.2, sections 1.4.3 (contrast) and 1.4.10 (reflow).
      const poor = await page.evaluate(CONTRAST);
      expect(poor).toEqual([]);
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
      await page.close();
    },
  );

  test('in the documents is the one of the demo', () => {
    expect(readFileSync(path.join(import.meta.dirname, '..', '..', 'docs', 'demo.html'), 'utf8')).toContain(
      '<title>What Elvar found in harbour</title>',
    );
  });
});

/** Texts whose contrast with the ground behind them is below 4.5 to 1, by the formula of WCAG 2.2 ("relative luminance"). */
const CONTRAST = `(() => {
  const parse = (text) => { const [r, g, b, a = 1] = text.match(/[\\d.]+/g).map(Number); return { r, g, b, a }; };
  const mixed = (top, below, part) => top[part] * top.a + below[part] * (1 - top.a);
  const over = (top, below) => ({ r: mixed(top, below, 'r'), g: mixed(top, below, 'g'), b: mixed(top, below, 'b'), a: 1 });
  const groundOf = (element) => {
    const own = parse(getComputedStyle(element).backgroundColor);
    if (own.a === 1) return own;
    return over(own, element.parentElement === null ? { r: 255, g: 255, b: 255, a: 1 } : groundOf(element.parentElement));
  };
  const linear = (one) => (one <= 0.04045 ? one / 12.92 : ((one + 0.055) / 1.055) ** 2.4);
  const luminance = ({ r, g, b }) => 0.2126 * linear(r / 255) + 0.7152 * linear(g / 255) + 0.0722 * linear(b / 255);
  const poor = [];
  for (const element of document.body.querySelectorAll('*')) {
    const hasText = [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent.trim() !== '');
    if (!hasText || element.tagName === 'SCRIPT' || element.getClientRects().length === 0) continue;
    const ground = groundOf(element);
    const [a, b] = [luminance(over(parse(getComputedStyle(element).color), ground)), luminance(ground)].sort((x, y) => y - x);
    if ((a + 0.05) / (b + 0.05) >= 4.5) continue;
    poor.push(element.tagName + '.' + element.className + ': ' + element.textContent.slice(0, 40));
  }
  return poor;
})()`;
