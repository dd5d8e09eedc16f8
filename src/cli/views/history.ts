import type { Cause, ChangingLine, Commit, HistoryEvent, RuleTurn, Turn } from '../../core/history/history-event.js';
import type { Level } from '../../core/model/level.js';
import type { Decision } from '../../core/model/statement.js';
import { SHORT_NAME } from '../../formats/text/author.js';
import { deciderText } from '../../formats/text/decision.js';
import { formatPlace, formatValue } from '../../formats/text/origin.js';
import { describeProblem } from '../../formats/text/problem.js';
import { visible } from '../../formats/text/visible.js';
import type { Style } from '../terminal.js';
import { count, listed, table } from './table.js';

/** How many rules of one change are shown when all rules are in question. */
const MOST_RULES = 12;

/** One event of a history, as it comes. @param rule the rule in question; undefined for all. */
export function viewHistoryEvent(event: HistoryEvent, rule: string | undefined, style: Style): string {
  switch (event.kind) {
    case 'now':
      return `${style.strong(headline(event, rule))}\n`;
    case 'turn':
      return `\n${causeLine(event.cause, style)}\n${turnRows(event.rules, rule, style).join('\n')}\n`;
    case 'renamed':
      return `\n${commitLine(event.commit, style)}\n  renamed: ${visible(event.from)} → ${visible(event.to)}\n`;
    case 'broken':
      return `\n${commitLine(event.commit, style)}\n  ${style.faint(brokenText(event))}\n`;
    case 'beginning':
      return `\n${beginningText(event, rule)}\n`;
  }
}

function headline({ path, decisions }: Extract<HistoryEvent, { kind: 'now' }>, rule: string | undefined): string {
  const decision = rule === undefined ? undefined : decisions.get(rule);
  if (decision !== undefined) return `${decision.rule} is ${decision.level} for ${visible(path)}: ${deciderText(decision)}.`;
  const on = [...decisions.values()].filter(({ level }) => level !== 'off').length;
  return `${count(on, 'rule is', 'rules are')} on for ${visible(path)}.`;
}

/** When something happened, and who did it. */
function causeLine(cause: Cause, style: Style): string {
  switch (cause.kind) {
    case 'commit':
      return commitLine(cause.commit, style);
    case 'uncommitted':
      return style.strong('Not committed yet');
    case 'expired':
      return `${style.strong(cause.day)}  ${style.faint('no commit: a ruling expired')}`;
  }
}

function commitLine({ id, day, author, subject }: Commit, style: Style): string {
  return `${style.strong(day)}  ${style.name(id.slice(0, SHORT_NAME))}  ${visible(author)}: ${visible(subject)}`;
}

function turnRows(rules: readonly RuleTurn[], rule: string | undefined, style: Style): string[] {
  const rows = rules.flatMap((turn) => rowsOf(turn, rule === undefined, style));
  const left = rows.length - MOST_RULES;
  // A single row more takes no more room than saying so.
  if (rule !== undefined || left < 2) return table(rows);
  return [...table(rows.slice(0, MOST_RULES)), `  … and ${left} more; name a rule to see all about it`];
}

/** A row for the level, and one for each option. The line that did it stands beside the first. */
function rowsOf({ rule, level, options, line }: RuleTurn, namesRule: boolean, style: Style): string[][] {
  const parts = [
    ...(level === null ? [] : [levelTurn(level, style)]),
    ...[...options].map(([name, { from, to }]) =>
      `${name} ${from === null ? 'not set' : formatValue(from)} → ${to === null ? 'not set' : formatValue(to)}`),
  ];
  return parts.map((part, index) => [...(namesRule ? [index === 0 ? rule : ''] : []), part, index === 0 ? lineText(line) : '']);
}

function levelTurn({ from, to }: Turn<Level>, style: Style): string {
  const name = (level: Level | null): string => (level === null ? 'not there' : style.level(level));
  return `${name(from)} → ${name(to)}`;
}

function lineText(line: ChangingLine | null): string {
  if (line === null) return '';
  return line.fate === 'removed' ? `${formatPlace(line.place)}, removed`
    : line.fate === 'expired' ? `${formatPlace(line.place)}, expired`
    : formatPlace(line.place);
}

function brokenText({ problems }: Extract<HistoryEvent, { kind: 'broken' }>): string {
  const [first] = problems;
  const where = first === undefined
    ? ''
    : ` (${first.place === null ? visible(first.file) : formatPlace(first.place)}: `
      + `${describeProblem(first.detail).what}${problems.length > 1 ? `, and ${problems.length - 1} more` : ''})`;
  return `The layer files were wrong then${where}, so this commit is passed over.`;
}

function beginningText(
  { commit, decisions, since, commits, installed }: Extract<HistoryEvent, { kind: 'beginning' }>, rule: string | undefined,
): string {
  if (commit === null) return 'No commit is that young.';
  const decision = rule === undefined ? undefined : decisions.get(rule);
  const { day, id } = commit;
  const where = `${count(commits, 'commit')} looked at, back to ${day} (${id.slice(0, SHORT_NAME)})`;
  const state = decision === undefined ? stateOfAll(decisions, rule) : `${decision.level}, ${deciderText(decision)}`;
  const why = since === 'first-commit' ? ''
    : since === 'asked' ? ' Older commits are left out, as --since asks.'
    : ' The clone is shallow, so nothing older is known here; git fetch --unshallow brings the rest.';
  const packages = installed.length === 0
    ? ''
    : ` Presets of ${listed(installed.map((name) => `npm:${visible(name)}`))} were read as they are installed now, since no `
      + 'commit has what they said then.';
  return `${where}: ${state}.${why}${packages}`;
}

function stateOfAll(decisions: ReadonlyMap<string, Decision>, rule: string | undefined): string {
  if (rule !== undefined) return 'the rule was not there yet';
  return `${count([...decisions.values()].filter(({ level }) => level !== 'off').length, 'rule was', 'rules were')} on then`;
}
