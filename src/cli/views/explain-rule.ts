import type { Catalog } from '../../core/catalog/catalog.js';
import { catalogLevelOf } from '../../core/catalog/foreign-rule.js';
import type { OptionValue } from '../../core/model/option.js';
import { FREEDOMS } from '../../core/model/freedom.js';
import type { Explanation } from '../../core/cascade/explanation.js';
import type { LineAuthors } from '../../core/history/line-authors.js';
import type { RuleExcuses } from '../../core/inspect/line-explanation.js';
import type { Decision, Statement, TrailEntry } from '../../core/model/statement.js';
import type { ActiveLevel } from '../../core/model/level.js';
import { keepsLevels, keptUpTo } from '../../core/cascade/keeps-levels.js';
import { isInForce } from '../../core/cascade/in-force.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { explainedPath } from './explain-path.js';
import { authorTexts } from '../../formats/text/author.js';
import { whyNotChecked } from './skipped.js';
import { guardText, levelOrigin, optionOrigin, refusalText, REFUSED_FREEDOMS, sourceAt } from '../../formats/text/decision.js';
import { formatChanges, formatOptions, formatOrigin, formatSource, formatValue, formatZone } from '../../formats/text/origin.js';
import { table } from './table.js';
import type { WaiverRecord } from '../../core/waivers/account.js';
import type { WrittenEntry } from '../../core/model/ledger.js';

const NO_EXCUSES: RuleExcuses = { waivers: [], entries: [] };

/**
 * Why one rule is as it is for a path: the answer, the whole trail, and the reasons in a sentence.
 * @param authors who wrote the lines; null if nobody asked.
 */
export function viewExplainRule(
  explanation: Explanation,
  decision: Decision,
  style: Style,
  { waivers, entries }: RuleExcuses = NO_EXCUSES,
  authors: LineAuthors | null = null,
): string {
  const { rule, level } = decision;
  // The headline names the options too, except regular expressions, which mean nothing at first sight.
  const options = Object.fromEntries(
    Object.entries(decision.options).filter(([, { value }]) => !isExpression(value)).map(([name, { value }]) => [name, value]),
  );
  const lines = [
    ...(explanation.language === null
      ? [style.strong(`${visible(explanation.path)} is of no known language, so no rule is in force for it.`), '']
      : []),
    `${style.strong(rule)}   ${style.level(level)}   ${formatOptions(options)}`.trimEnd(),
    explainedPath(explanation, style),
    '',
    ...trailLines(decision, explanation.catalog, authors, style),
    '',
    ...verdict(decision, style),
  ];
  const caveat = whyNotInForce(explanation, decision);
  lines.push(...remarks(decision).map((line) => `  ${line}`));
  if (caveat !== null) lines.push(`  ${caveat}`);
  if (waivers.length + entries.length > 0) lines.push('', ...waiverLines(waivers, style), ...entryLines(entries, style));
  const known = explanation.catalog.get(rule);
  lines.push('', style.faint(`${visible(known?.title ?? '')}.`), style.faint(`More about this rule: elvar catalog ${rule}`));
  return `${lines.join('\n')}\n`;
}

/** Whether a value is or contains a regular expression that is more than a word. */
function isExpression(value: OptionValue): boolean {
  return typeof value === 'object' ? value.some(isExpression) : typeof value === 'string' && /[\\^$*+?()[\]{}|]/.test(value);
}

/** What the ledger excuses in the file. */
function entryLines(entries: readonly WrittenEntry[], style: Style): string[] {
  return table(entries.map(({ line, code, status, because, until, writtenIn }) => [
    status, line === null ? 'in the ledger' : `what was line ${line}`, until === null ? '' : `until ${until}`,
    style.faint(`by elvar-ledger.yaml:${writtenIn}: ${visible(because ?? code ?? 'no reason given')}`),
  ]), '  ');
}

/** Where waivers in the file excuse findings of the rule. */
function waiverLines(waivers: readonly WaiverRecord[], style: Style): string[] {
  return table(waivers.map(({ line, reach, covers, until, because, isExpired }) => {
    const lines = covers.find((cover) => cover !== null) ?? null;
    const where = reach === 'throughout' ? 'in the whole file'
      : lines === null ? 'nowhere'
      : lines.to === null ? `from line ${lines.from} on`
      : lines.from === lines.to ? `on line ${lines.from}` : `on lines ${lines.from} to ${lines.to}`;
    const term = until === null ? '' : isExpired ? `until ${until}, which is past` : `until ${until}`;
    return [isExpired ? 'was waived' : 'waived', where, term, style.faint(
      `by line ${line}: ${visible(because ?? 'no reason given')}`,
    )];
  }), '  ');
}

/** A row per statement and, below it, its reason and what became of it. */
function trailLines(decision: Decision, catalog: Catalog, authors: LineAuthors | null, style: Style): string[] {
  const rows = table(decision.trail.map((entry, index) => trailRow(entry, index, decision, catalog, style)));
  return decision.trail.flatMap((entry, index) => {
    const { because, zone } = entry.statement;
    const reason = because ?? zone?.because;
    const below = [
      effectText(entry, decision),
      reason ? `because ${visible(reason)}` : '',
      ...(authors === null ? [] : authorTexts(entry.statement, authors)),
    ].filter(
      (text) => text !== '',
    );
    return [rows[index] as string, ...below.map((text) => `       ${style.faint(text)}`)];
  });
}

function trailRow(
  { statement, effect }: TrailEntry, index: number, decision: Decision, catalog: Catalog, style: Style,
): string[] {
  const { zone, selector, level } = statement;
  const isCatalog = statement.kind === 'catalog';
  const decides = decision.by === index || Object.values(decision.options).some(({ by }) => by === index);
  const said = isCatalog ? catalogLevelOf(catalog.get(decision.rule)) : level?.value;
  const isHeard = effect === 'applied' || effect === 'capped';
  const about = statement.kind === 'at-most' ? 'at-most' : selector === decision.rule ? '' : selector ?? '';
  return [
    decides ? '●' : ' ',
    isCatalog ? 'catalog' : style.name(formatOrigin(statement)),
    [formatZone(zone), about].filter((part) => part !== '').join(' '),
    said === undefined ? '' : isHeard ? style.level(said) : style.faint(said),
    [
      isCatalog ? formatOptions(catalog.get(decision.rule)?.defaults ?? {}) : formatChanges(statement.options),
      protections(statement),
    ]
      .filter((part) => part !== '').join(' · '),
  ];
}

/** What a statement says apart from level and options. */
function protections(statement: Statement): string {
  const { guard, until } = statement;
  const freedoms = FREEDOMS.map((freedom) => statement[freedom] && `${freedom} ${statement[freedom].value}`);
  return [...freedoms, guard && `guard ${guard.value}`, until && `until ${until}`].filter((part) => part !== null).join(' · ');
}

/** What became of a statement; empty if it was simply applied. */
function effectText(entry: TrailEntry, decision: Decision): string {
  const { trail } = decision;
  const { statement, effect } = entry;
  switch (effect) {
    case 'applied':
      return '';
    case 'cut-off':
      return 'cut off: an inner layer does not inherit';
    case 'expired':
      return `expired: its last day was ${statement.until}`;
    case 'capped':
      return `lowers the rule: ${statement.level?.value} is the most here`;
    case 'idle':
      return keepsLevels(decision)
        ? 'lowers only findings that came with a higher level'
        : 'idle: the rule is not above that level';
    case 'partly-refused':
    case 'refused':
      return refusalText(entry, trail, 'refused');
  }
}

/** What decided the level and each option that is not the catalog's default. */
function verdict(decision: Decision, style: Style): string[] {
  const { level, options, trail } = decision;
  const rows = Object.entries(options).filter(([, { by }]) => by > 0)
    .map(([name, option]) => [`${name} ${formatValue(option.value)}`, optionOrigin(name, option, trail)]);
  const [first, ...others] = table([[style.level(level), levelOrigin(decision)], ...rows], '').map((line) => `${line}.`);
  return [`● ${first}`, ...others.map((line) => `  ${line}`)];
}

/** What the level means for findings that keep theirs. */
function keptText(upTo: ActiveLevel | null): string[] {
  return upTo === null
    ? []
    : ['Each finding keeps the level that its program gave '
      + `it${upTo === 'error' ? '' : `, but is ${upTo === 'warning' ? 'a warning' : 'a note'} at most`}.`];
}

/** What protects the rule, and which statements were refused something. */
function remarks(decision: Decision): string[] {
  const { trail, guards, freedomsBy } = decision;
  const lines = keptText(keptUpTo(decision));
  lines.push(...FREEDOMS.filter((freedom) => decision[freedom] === 'refuse')
    .map((freedom) => `${REFUSED_FREEDOMS[freedom]}, by ${sourceAt(trail, freedomsBy[freedom])}.`));
  for (const guard of guards) lines.push(guardText(guard, decision));
  for (const entry of trail) {
    const { statement, effect, refused } = entry;
    const source = formatSource(statement).replace(/^the /, 'The ');
    if (effect === 'expired') lines.push(`${source} no longer counts: it expired after ${statement.until}.`);
    if (refused.length > 0) lines.push(
      `${source} wanted ${refusalText(entry, trail, 'which')}${effect === 'refused' ? '' : '; the rest of it counts'}.`,
    );
  }
  return lines;
}

function whyNotInForce({ language, skipped, catalog }: Explanation, decision: Decision): string | null {
  if (decision.level === 'off') return null;
  if (!isInForce(decision, language, catalog)) {
    return language === null ? null : `It is not in force for this file: the rule does not support ${language}.`;
  }
  return skipped === null ? null : `It reports nothing here all the same: the file is not checked (${whyNotChecked(skipped)}).`;
}
