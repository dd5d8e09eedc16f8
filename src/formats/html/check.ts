import { createHash } from 'node:crypto';
import { h, type ComponentChild } from 'preact';
import { renderToString } from 'preact-render-to-string';
import { totalsOf, type Totals } from '../../core/inspect/totals.js';
import { visible } from '../text/visible.js';
import { count, listed } from '../text/words.js';
import { exceptions } from './exceptions.js';
import { findingsByRule } from './findings.js';
import { overview } from './overview.js';
import type { PageFacts } from './page-facts.js';
import { STYLE } from './style.js';

/** What fails the check, by the lowest level that does. */
const FAILING = { error: 'Errors fail', warning: 'Errors and warnings fail', note: 'Any finding fails', never: 'Nothing fails' } as const;

/** Where on the page one can go. */
const PARTS = { overview: 'Overview', findings: 'Findings', exceptions: 'Exceptions' } as const;

/** What was found, as one page that asks nothing of anybody: no script, no font, no picture. All texts are escaped by what renders it. */
export function checkPage(facts: PageFacts): string {
  const totals = totalsOf(facts.report);
  const title = `What Elvar found in ${visible(facts.name)}`;
  // Nothing but this very style is allowed (Content Security Policy Level 3, section 2.3.1).
  const policy = `default-src 'none'; style-src 'sha256-${createHash('sha256').update(STYLE).digest('base64')}'; base-uri 'none'; form-action 'none'`;
  const page = h('html', { lang: 'en' },
    h('head', null,
      h('meta', { charset: 'utf-8' }),
      h('meta', { 'http-equiv': 'Content-Security-Policy', content: policy }),
      h('meta', { name: 'viewport', content: 'width=device-width, initial-scale=1' }),
      h('title', null, title),
      h('style', null, STYLE)),
    h('body', null, header(title, facts, totals), h('main', null, overview(facts, totals), findingsByRule(facts), exceptions(facts.report)),
      h('footer', null, h('p', { class: 'faint' }, `Checked on ${facts.today}.`))));
  return `<!doctype html>\n${renderToString(page)}\n`;
}

function header(title: string, { report, failOn, notShown }: PageFacts, { files, clean, error, warning, note }: Totals): ComponentChild {
  const sum = error + warning + note;
  const levels = Object.entries({ error, warning, note }).filter(([, number]) => number > 0).map(([level, number]) => count(number, level));
  const where = report.since === null ? '' : ` on lines changed since ${visible(report.since)}`;
  return h('header', null,
    h('h1', null, title),
    h('p', null, sum === 0 ? `No findings${where} in ${count(files, 'file')}.` : `${count(sum, 'finding')}${where} in ${files - clean} of ${count(files, 'file')}: ${listed(levels)}. ${FAILING[failOn]} the check.`),
    notShown > 0 ? h('p', { class: 'faint' }, `${count(notShown, 'finding')} not shown.`) : null,
    h('nav', { 'aria-label': 'Parts of this page' }, h('ul', null, Object.entries(PARTS).map(([id, name]) => h('li', null, h('a', { href: `#${id}` }, name))))));
}
