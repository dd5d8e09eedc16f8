import { h, type ComponentChild } from 'preact';
import type { CheckReport } from '../../core/inspect/check-report.js';
import { describeIncomplete } from '../text/incomplete.js';
import { formatExcuse } from '../text/origin.js';
import { visible } from '../text/visible.js';
import { count } from '../text/words.js';
import { table } from './rule-sets.js';

/** The most excused findings on the page. */
const MOST_EXCUSED = 2_000;

/** What is excused, by whom and why; and what could not be checked. */
export function exceptions({ files, ledger, incomplete }: CheckReport): ComponentChild {
  const excused = files.flatMap(({ findings }) => findings.filter((finding) => finding.excused !== null));
  const idle = ledger.filter(({ state }) => state !== 'excuses');
  return h('section', { id: 'exceptions' },
    h('h2', null, 'Exceptions'),
    excused.length === 0 ? h('p', null, 'Nothing is excused.') : table(['place', 'rule', 'excused by', 'until', 'because'], excused.slice(0, MOST_EXCUSED).map(({ path, span, rule, excused: excuse }) => [
      h('code', null, visible(`${path}:${span.start.line}`)), h('code', null, visible(rule)), excuse === null ? '' : formatExcuse(excuse), excuse?.until ?? '', visible(excuse?.because ?? 'no reason given'),
    ])),
    excused.length > MOST_EXCUSED ? h('p', { class: 'faint' }, `and ${excused.length - MOST_EXCUSED} more`) : null,
    idle.length === 0 ? null : h('p', null, `${count(idle.length, 'entry', 'entries')} of the ledger ${idle.length === 1 ? 'excuses' : 'excuse'} nothing any more: `, h('code', null, 'elvar ledger list'), ' says why.'),
    incomplete.length === 0 ? null : h('div', null, h('p', { class: 'error' }, 'The answer is incomplete:'), table(['path', 'why'], incomplete.map(({ path, reason }) => [h('code', null, visible(path)), visible(describeIncomplete(reason))]))));
}
