import type { Finding } from '../../core/model/finding.js';
import type { AccountedEntry, EntryState, LedgerEntry } from '../../core/model/ledger.js';
import type { LedgerChange, LedgerReport } from '../../core/ledger/ledger-report.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { count, listed, table } from './table.js';

/** The most entries shown, unless all are asked for. */
const MOST_ROWS = 40;

/** What became of an entry, in words. */
const STATES: Readonly<Record<EntryState, string>> = {
  excuses: 'excuses a finding',
  due: 'past its date: the finding counts again',
  refused: 'a ruling refuses it: the finding counts',
  gone: 'its finding is gone',
  unknown: 'not checked',
};

/** The entries of the ledger: a summary, then each with its place, finding and reason. */
export function viewLedger(
  { entries }: LedgerReport, { all, isChosen }: { readonly all: boolean; readonly isChosen: boolean }, style: Style,
): string {
  if (entries.length === 0) return isChosen
    ? 'No ledger entry matches.\n'
    : 'The ledger has no entries. To take in current findings: elvar ledger take --dry-run\n';
  const shown = all ? entries : entries.slice(0, MOST_ROWS);
  const rows = table(shown.map((accounted) => entryRow(accounted, style)));
  const lines = shown.flatMap(({ entry: { because, code } }, index) => [
    rows[index] as string,
    ...(code === null ? [] : [`    ${visible(code)}`]),
    ...(because === null ? [] : [`    ${style.faint(`because ${visible(because)}`)}`]),
  ]);
  if (shown.length < entries.length) lines.push('', style.faint(`and ${entries.length - shown.length} more; --all lists them`));
  return `${[`${style.strong(`${count(entries.length, 'entry', 'entries')}:`)} ${states(entries)}.`, '', ...lines].join('\n')}\n`;
}

function states(entries: readonly AccountedEntry[]): string {
  const words: Readonly<Record<EntryState, (number: number) => string>> = {
    excuses: (number) => `${number} ${number === 1 ? 'excuses a finding' : 'excuse findings'}`,
    due: (number) =>
      `${number} `
        + (number === 1 ? 'is past its date, so its finding counts again' : 'are past their date, so their findings count again'),
    refused: (number) =>
      `${number} ${number === 1 ? 'is' : 'are'} refused by a ruling (ledger: refuse), so `
        + (number === 1 ? 'its finding counts' : 'their findings count'),
    gone: (number) => `${number} ${number === 1 ? 'no longer has a finding' : 'no longer have a finding'}`,
    unknown: (number) => `${number} could not be checked`,
  };
  if (entries.every(({ state }) => state === 'excuses')) {
    return entries.length === 1 ? 'it excuses a finding' : 'each excuses a finding';
  }
  return listed((Object.keys(words) as EntryState[]).flatMap((state) => {
    const number = entries.filter((accounted) => accounted.state === state).length;
    return number === 0 ? [] : [words[state](number)];
  }));
}

function entryRow({ entry, state, path, finding }: AccountedEntry, style: Style): string[] {
  const { rule, line, status, since, until } = entry;
  const at = finding?.span.start.line ?? line;
  return [
    style.name(visible(at === null ? path : `${path}:${at}`)), visible(rule), status,
    since === null ? '' : `since ${since}`, until === null ? '' : `until ${until}`, state === 'excuses'
      ? ''
      : style.wrong(STATES[state]),
  ];
}

/** What was done to the ledger, by rule, or with `isDry` what would be. */
export function viewLedgerChange({ added, changed, dropped, refused, size }: LedgerChange, isDry: boolean, style: Style): string {
  const parts = ([['added', added], ['changed', changed], ['dropped', dropped]] as const).filter(([, entries]) =>
    entries.length > 0);
  const left = refusedLines(refused, style);
  if (parts.length === 0) {
    const answer = `${style.strong('The ledger stays as it is.')} It has ${count(size, 'entry', 'entries')}.`;
    return `${[answer, ...left].join('\n')}\n`;
  }
  const done = listed(
    parts.map(([verb, entries]) => `${count(entries.length, 'entry', 'entries')} ${isDry ? 'would be ' : ''}${verb}`),
  );
  const lines = [`${style.strong(`${done}.`)} `
    + (isDry ? 'Nothing has been changed.' : `elvar-ledger.yaml has ${count(size, 'entry', 'entries')} now.`)];
  for (const [verb, entries] of parts) lines.push(...(parts.length > 1 ? ['', verb] : []), ...table(byRule(entries, style)));
  return `${[...lines, ...left].join('\n')}\n`;
}

/** The findings that may not enter the ledger, by rule. */
function refusedLines(refused: readonly Finding[], style: Style): string[] {
  if (refused.length === 0) return [];
  const rules = new Map<string, number>();
  for (const { rule } of refused) rules.set(rule, (rules.get(rule) ?? 0) + 1);
  return [
    '',
    `${count(refused.length, 'finding')} left out, because a ruling refuses that the ledger excuses `
      + `${refused.length === 1 ? 'it' : 'them'} (ledger: refuse):`,
    ...table([...rules].map(([rule, number]) => [style.strong(visible(rule)), count(number, 'finding')])),
  ];
}

function byRule(entries: readonly LedgerEntry[], style: Style): string[][] {
  const rules = new Map<string, LedgerEntry[]>();
  for (const entry of entries) {
    const own = rules.get(entry.rule);
    if (own === undefined) rules.set(entry.rule, [entry]);
    else own.push(entry);
  }
  return [...rules].sort(([a, many], [b, more]) => more.length - many.length || (a < b ? -1 : 1)).map(([rule, own]) => {
    const files = new Set(own.map(({ path }) => path));
    const [first] = own as [LedgerEntry];
    const where = own.length === 1
      ? `in ${first.path}${first.line === null ? '' : `:${first.line}`}`
      : `in ${count(files.size, 'file')}`;
    return [
      style.strong(visible(rule)),
      count(own.length, 'entry', 'entries'),
      style.faint(visible(where)),
      [...new Set(own.map(({ status, until }) => `${status}${until === null ? '' : ` until ${until}`}`))].join(', '),
    ];
  });
}
