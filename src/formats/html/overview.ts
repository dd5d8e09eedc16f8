import { h, type ComponentChild } from 'preact';
import { directoryOf } from '../../core/base/directory-of.js';
import { CONCERNS } from '../../core/model/concern.js';
import { talliesOf } from '../../core/inspect/tally.js';
import type { Totals } from '../../core/inspect/totals.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { PageFacts } from './page-facts.js';
import { visible } from '../text/visible.js';
import { count } from '../text/words.js';

/** The most directories in the table: those with the most findings. */
const MOST_DIRECTORIES = 40;

/** How many degrees of shading there are. */
const SHADES = 5;

/** How much was found, and where. */
export function overview(
  { report }: PageFacts, { files, clean, error, warning, note, fixable, excused }: Totals,
): ComponentChild {
  const lines = report.files.reduce((sum, file) => sum + file.lines, 0);
  const found = error + warning + note;
  return h('section', { id: 'overview' },
    h('h2', null, 'Overview'),
    h('ul', { class: 'numbers' },
      number(error, 'errors', 'error'), number(warning, 'warnings', 'warning'), number(note, 'notes', 'note'),
      number(fixable, 'can be repaired'), number(excused, 'excused'), number(files, `files, ${clean} clean`),
      number(
        lines === 0 ? 0 : Number((1000 * found / lines).toFixed(1)), `findings per 1,000 of ${lines.toLocaleString('en')} lines`,
      )),
    found === 0 ? null : directories(report));
}

function number(value: number, what: string, level = ''): ComponentChild {
  return h(
    'li', { class: value > 0 ? level : '' }, h('b', null, value.toLocaleString('en')), ' ', h('span', { class: 'faint' }, what),
  );
}

/** How many findings of each concern are in each directory. */
function directories(report: CheckReport): ComponentChild {
  const counts = new Map<string, Map<string, number>>();
  for (const { file, rules } of talliesOf(report.files)) {
    const directory = directoryOf(file.path);
    const own = counts.get(directory) ?? new Map<string, number>();
    if (rules.length > 0) counts.set(directory, own);
    for (const { rule, count: findings } of rules) {
      const concern = report.catalog.get(rule)?.concern ?? rule;
      own.set(concern, (own.get(concern) ?? 0) + findings);
    }
  }
  const all = [...counts]
    .map(([directory, own]) => ({ directory, own, sum: [...own.values()].reduce((sum, one) => sum + one, 0) }))
    .sort((a, b) => b.sum - a.sum || (a.directory < b.directory ? -1 : 1));
  const met = new Set(all.flatMap(({ own }) => [...own.keys()]));
  const order = (concern: string): number => (CONCERNS as readonly string[]).indexOf(concern);
  const concerns = [...met].sort((a, b) =>
    (order(a) < 0 ? Infinity : order(a)) - (order(b) < 0 ? Infinity : order(b)) || (a < b ? -1 : 1));
  const most = Math.max(...all.flatMap(({ own }) => [...own.values()]));
  const rest = all.length - MOST_DIRECTORIES;
  return h('div', null,
    h('p', null, 'Findings by directory and concern; the stronger the colour, the more.'),
    h('div', { class: 'wide', tabIndex: 0, role: 'region', 'aria-label': 'Findings by directory and concern' }, h('table', null,
      h('thead', null, h(
        'tr',
        null,
        h('th', { scope: 'col' }, 'directory'),
        h('th', { scope: 'col', class: 'number' }, 'all'),
        concerns.map((concern) => h('th', { scope: 'col', class: 'number' }, visible(concern))),
      )),
      h('tbody', null, all.slice(0, MOST_DIRECTORIES).map(({ directory, own, sum }) => h('tr', null,
        h('th', { scope: 'row' }, h('code', null, visible(directory))),
        h('td', { class: 'number' }, sum),
        concerns.map((concern) => cell(own.get(concern) ?? 0, most))))))),
    rest > 0 ? h('p', { class: 'faint' }, `and ${count(rest, 'more directory', 'more directories')} with fewer findings`) : null);
}

function cell(value: number, most: number): ComponentChild {
  const shade = value === 0 ? 0 : Math.max(1, Math.ceil(SHADES * Math.log1p(value) / Math.log1p(most)));
  return h('td', { class: `number s${shade}` }, value === 0 ? '' : value);
}
