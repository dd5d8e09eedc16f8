import type { Catalog } from '../../core/catalog/catalog.js';
import type { Level } from '../../core/model/level.js';
import type { Explanation, RuleExcuses } from '../../core/model/report.js';
import type { Decision, Statement, TrailEntry } from '../../core/model/statement.js';
import { isInForce } from '../../core/cascade/in-force.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { explainedPath } from './explain-path.js';
import { formatChanges, formatOptions, formatOrigin, formatPlace, formatValue, formatZone } from '../../formats/text/origin.js';
import { listed, table } from './table.js';
import type { WaiverRecord } from '../../core/waivers/account.js';
import type { WrittenEntry } from '../../core/model/ledger.js';

const NO_EXCUSES: RuleExcuses = { waivers: [], entries: [] };

/** Why one rule is as it is for a path: the answer, the whole trail, and the answer's reasons in a sentence. */
export function viewExplainRule(explanation: Explanation, decision: Decision, style: Style, { waivers, entries }: RuleExcuses = NO_EXCUSES): string {
  const { rule, level } = decision;
  const options = Object.fromEntries(Object.entries(decision.options).map(([name, { value }]) => [name, value]));
  const lines = [
    `${style.strong(rule)}   ${style.level(level)}   ${formatOptions(options)}`.trimEnd(),
    explainedPath(explanation, style),
    '',
    ...trailLines(decision, explanation.catalog, style),
    '',
    `● ${conclusion(decision, style)}`,
  ];
  const caveat = whyNotInForce(explanation, decision);
  lines.push(...whyNotHeard(decision).map((line) => `  ${line}`));
  if (caveat !== null) lines.push(`  ${caveat}`);
  if (waivers.length + entries.length > 0) lines.push('', ...waiverLines(waivers, style), ...entryLines(entries, style));
  const known = explanation.catalog.get(rule);
  lines.push('', style.faint(`${visible(known?.title ?? '')}.`), style.faint(`All there is to know about the rule: elvar catalog ${rule}`));
  return `${lines.join('\n')}\n`;
}

/** What the ledger excuses in the file. */
function entryLines(entries: readonly WrittenEntry[], style: Style): string[] {
  return table(entries.map(({ line, code, status, because, until, writtenIn }) => [
    status, line === null ? 'in the ledger' : `what was line ${line}`, until === null ? '' : `until ${until}`,
    style.faint(`by elvar-ledger.yaml:${writtenIn}: ${visible(because ?? code ?? 'no reason given')}`),
  ]), '  ');
}

/** Where comments of the file excuse findings of the rule. */
function waiverLines(waivers: readonly WaiverRecord[], style: Style): string[] {
  return table(waivers.map(({ line, reach, covers, until, because, isExpired }) => {
    const lines = covers.find((cover) => cover !== null) ?? null;
    const where = reach === 'throughout' ? 'in the whole file'
      : lines === null ? 'nowhere'
      : lines.to === null ? `from line ${lines.from} on`
      : lines.from === lines.to ? `on line ${lines.from}` : `on lines ${lines.from} to ${lines.to}`;
    const term = until === null ? '' : isExpired ? `until ${until}, which is past` : `until ${until}`;
    return [isExpired ? 'was waived' : 'waived', where, term, style.faint(`by line ${line}: ${visible(because ?? 'no reason given')}`)];
  }), '  ');
}

/** A row for each statement, and below it the reason it gives and what became of it. */
function trailLines(decision: Decision, catalog: Catalog, style: Style): string[] {
  const rows = table(decision.trail.map((entry, index) => trailRow(entry, index, decision, catalog, style)));
  return decision.trail.flatMap((entry, index) => {
    const { because, zone } = entry.statement;
    const reason = because ?? zone?.because;
    const remarks = [effectText(entry, decision), reason ? `because ${visible(reason)}` : ''];
    return [rows[index] as string, ...remarks.filter((remark) => remark !== '').map((remark) => `       ${style.faint(remark)}`)];
  });
}

function trailRow({ statement, effect }: TrailEntry, index: number, decision: Decision, catalog: Catalog, style: Style): string[] {
  const { zone, selector, level } = statement;
  const isCatalog = statement.kind === 'catalog';
  const decides = decision.by === index || Object.values(decision.options).some(({ by }) => by === index);
  const said = isCatalog ? 'off' : level?.value;
  const isHeard = effect === 'applied' || effect === 'capped';
  const about = statement.kind === 'at-most' ? 'at-most' : selector === decision.rule ? '' : selector ?? '';
  return [
    decides ? '●' : ' ',
    isCatalog ? 'catalog' : style.name(formatOrigin(statement)),
    [formatZone(zone), about].filter((part) => part !== '').join(' '),
    said === undefined ? '' : isHeard ? style.level(said) : style.faint(said),
    [isCatalog ? formatOptions(catalog.get(decision.rule)?.defaults ?? {}) : formatChanges(statement.options), protections(statement)]
      .filter((part) => part !== '').join(' · '),
  ];
}

/** What a statement says besides level and options. */
function protections({ waivers, fix, guard, until }: Statement): string {
  const parts = [
    waivers && `waivers ${waivers.value}`,
    fix && `fix ${fix.value}`,
    guard && `guard ${guard.value}`,
    until && `until ${until}`,
  ];
  return parts.filter((part) => part !== null).join(' · ');
}

/** What became of a statement; empty when it was simply applied. */
function effectText({ statement, effect, refusedBy }: TrailEntry, { trail }: Decision): string {
  const guard = refusedBy === null ? null : (trail[refusedBy] as TrailEntry).statement;
  const by = guard === null ? '' : `: ${formatOrigin(guard)} guards it (${guard.guard?.value})`;
  switch (effect) {
    case 'applied':
      return '';
    case 'cut-off':
      return 'cut off: a layer further in inherits nothing';
    case 'expired':
      return `expired: it held until ${statement.until}`;
    case 'capped':
      return `capped: ${statement.level?.value} is the most here`;
    case 'partly-refused':
      return `partly refused${by}`;
    case 'refused':
      return `refused${by}`;
  }
}

/** Who decided, in one sentence: the level first, then each option that is not at its default. */
function conclusion({ level, by, options, trail }: Decision, style: Style): string {
  const parts = [`${style.level(level)} ${since(trail[by] as TrailEntry)}${overruled(level, trail.slice(0, by))}`];
  for (const [name, option] of Object.entries(options)) {
    if (option.by === 0) continue;
    const { statement } = trail[option.by] as TrailEntry;
    const place = statement.options.find((setting) => setting.name === name)?.place;
    parts.push(`${name} ${formatValue(option.value)} since ${statement.place === null || place === undefined ? formatOrigin(statement) : formatPlace(place)}`);
  }
  return `${listed(parts)}.`;
}

/** What else protects the rule, and which statements that came later were not heard. */
function whyNotHeard({ trail, guards, waivers, fix }: Decision): string[] {
  const lines: string[] = [];
  if (waivers === 'refuse') lines.push('Waivers are refused.');
  if (fix === 'refuse') lines.push('Repairs are refused.');
  for (const { kind, by } of guards) lines.push(`Guarded (${kind}) by ${formatOrigin((trail[by] as TrailEntry).statement)}.`);
  const unheard = trail.filter(({ effect }) => effect === 'refused' || effect === 'expired');
  for (const { statement, effect } of unheard) lines.push(`${formatOrigin(statement)} did not take: it ${effect === 'expired' ? 'has expired' : 'was refused'}.`);
  return lines;
}

/** The latest statement that wanted another level and was heard, until it was overruled. */
function overruled(level: Level, earlier: readonly TrailEntry[]): string {
  const loser = earlier.findLast(({ statement, effect }) => effect === 'applied' && statement.level !== null);
  if (loser?.statement.level == null || loser.statement.level.value === level) return '';
  const zone = formatZone(loser.statement.zone);
  return `, over ${loser.statement.level.value} of ${formatOrigin(loser.statement)}${zone === '' ? '' : ` (${zone})`}`;
}

function since({ statement }: TrailEntry): string {
  if (statement.layer.kind === 'catalog') return 'since no layer says anything else than the catalog';
  const zone = formatZone(statement.zone);
  return `since ${formatOrigin(statement)}${zone === '' ? '' : ` (${zone})`}`;
}

function whyNotInForce({ language, skipped, catalog }: Explanation, decision: Decision): string | null {
  if (decision.level === 'off') return null;
  if (!isInForce(decision, language, catalog)) {
    return `It is not in force for this file: the rule does not know ${language === null ? 'what language the file is in' : language}.`;
  }
  return skipped === null ? null : `It finds nothing here all the same, as the file is not checked (${skipped.reason}).`;
}
