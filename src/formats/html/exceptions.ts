import { h, type ComponentChild } from 'preact';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { EntryState } from '../../core/model/ledger.js';
import { describeIncomplete } from '../text/incomplete.js';
import { formatExcuse } from '../text/origin.js';
import { visible } from '../text/visible.js';
import type { PageFacts } from './page-facts.js';
import { table } from './rule-sets.js';

/** The most exceptions on the page. */
const MOST_EXCUSED = 2_000;

/** What the other states of an entry mean. */
const STATES: Readonly<Record<Exclude<EntryState, 'excuses'>, string>> = {
  due: 'past its day', refused: 'refused by a ruling', gone: 'no longer found', unknown: 'could not be looked for',
};

/**
 * What is excused, since when, by whom and why, the oldest first; and what could not be checked.
 * @param waiverDays the day on which each waiver was written, by path and line.
 */
export function exceptions({ files, ledger, incomplete }: CheckReport, waiverDays: PageFacts['waiverDays']): ComponentChild {
  const entries = ledger.map(({ entry: { rule, line, since, until, because, status, writtenIn }, path, state }) => ({
    since, row: [
      place(path, line),
      code(rule),
      `${status}, elvar-ledger.yaml:${writtenIn}${state === 'excuses' ? '' : ` (${STATES[state]})`}`,
      day(since),
      day(until),
      visible(because ?? 'no reason given'),
    ],
  }));
  const others = files.flatMap(({ findings }) => findings.all.flatMap(({ path, span, rule, excused }) => {
    if (excused === null || excused.by === 'ledger') return [];
    const since = excused.by === 'waiver' ? waiverDays.get(path)?.get(excused.line) ?? null : null;
    return [{
      since,
      row: [place(path, span.start.line), code(rule), formatExcuse(excused), day(since), day(excused.until), visible(
        excused.because ?? 'no reason given',
      )],
    }];
  }));
  // Of what has no day, nobody knows how old it is.
  const rows = [...entries, ...others]
    .sort((a, b) => ((a.since ?? '9') < (b.since ?? '9') ? -1 : (a.since ?? '9') > (b.since ?? '9') ? 1 : 0))
    .map(({ row }) => row);
  return h('section', { id: 'exceptions' },
    h('h2', null, 'Exceptions'),
    rows.length === 0
      ? h('p', null, 'Nothing is excused.')
      : table(['place', 'rule', 'excused by', 'since', 'until', 'because'], rows.slice(0, MOST_EXCUSED)),
    rows.length > MOST_EXCUSED ? h('p', { class: 'faint' }, `and ${rows.length - MOST_EXCUSED} more`) : null,
    incomplete.length === 0 ? null : h('div', null, h('p', { class: 'error' }, 'The answer is incomplete:'), table(
      ['path', 'why'], incomplete.map(({ path, reason }) => [code(path), visible(describeIncomplete(reason))]),
    )));
}

function place(path: string, line: number | null): ComponentChild {
  return code(line === null ? path : `${path}:${line}`);
}

function day(date: string | null): ComponentChild {
  return date === null ? '' : h('time', { dateTime: date }, date);
}

function code(text: string): ComponentChild {
  return h('code', null, visible(text));
}
