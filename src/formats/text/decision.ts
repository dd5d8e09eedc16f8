import { keepsLevels, keptUpTo } from '../../core/cascade/keeps-levels.js';
import { turnedOnBy } from '../../core/cascade/effective.js';
import type { SettingRefusal } from '../../core/cascade/refused-settings.js';
import type { ActiveLevel, Level } from '../../core/model/level.js';
import type { Freedom } from '../../core/model/freedom.js';
import { changeOption, isListEdit } from '../../core/model/option.js';
import type {
  ActiveGuard, Decision, DecidedItem, DecidedOption, PartName, Statement, TrailEntry,
} from '../../core/model/statement.js';
import { formatChanges, formatSource, formatValue } from './origin.js';
import { count, listed, listedUpTo } from './words.js';

/** What decides where no layer does: rules of other programs are on by their nature, Elvar's own are off. */
const PRODUCER = 'the program that found it';

/** The level of a rule, where levels are told apart: findings may keep those that they came with. */
export function levelText(decision: Decision, level: (level: Level) => string): string {
  return asFoundText(keptUpTo(decision)) ?? level(decision.level);
}

/** How findings keep the levels that they came with, in words; null if they do not. @param upTo the highest that they keep. */
export function asFoundText(upTo: ActiveLevel | null): string | null {
  return upTo === null ? null : upTo === 'error' ? 'as found' : `as found, at most ${upTo}`;
}

/** What decided the level: the line that set it, and what it was before. */
export function levelOrigin(decision: Decision): string {
  const { trail, by, over } = decision;
  const entry = trail[by];
  if (keepsLevels(decision)) {
    return `set by ${PRODUCER}: ${trail.length === 1 ? 'no layer says anything else' : 'no level that a layer sets counts here'}`;
  }
  if (by === 0 || entry === undefined) return 'no layer turns it on';
  if (entry.effect === 'capped') return `lowered by the at-most in ${formatSource(entry.statement)}${loweredFrom(decision)}`;
  const before = over === null || over === 0 ? undefined : trail[over]?.statement;
  if (before?.level == null) return `set by ${formatSource(entry.statement)}`;
  const isSame = before.level.value === entry.statement.level?.value;
  return `set by ${formatSource(entry.statement)}`
    + (isSame
      ? `, as ${formatSource(before)} had set it before`
      : `, overriding ${before.level.value} from ${formatSource(before)}`);
}

function loweredFrom({ trail, over }: Decision): string {
  const before = trail[over ?? 0];
  return before?.statement.level == null
    ? ''
    : ` from ${before.statement.level.value}, which ${formatSource(before.statement)} `
      + (before.effect === 'capped' ? 'had left' : 'had set');
}

/** In a few words, what decided the level: for a capped rule, what turned it on and what lowered it. */
export function deciderText(decision: Decision): string {
  const { trail, by, level } = decision;
  if (by === 0) return level === 'off' ? 'no layer turns it on' : PRODUCER;
  const on = turnedOnBy(decision);
  const decider = sourceAt(trail, on);
  return on === by ? decider : `${decider}, lowered by the at-most in ${sourceAt(trail, by)}`;
}

/** The place of the statement at an index; the catalog by its name. */
export function sourceAt(trail: readonly TrailEntry[], index: number): string {
  const statement = trail[index]?.statement;
  return statement === undefined || statement.kind === 'catalog' ? 'the catalog' : formatSource(statement);
}

/** What decided an option, and what it was before. An edited list is credited item by item. */
export function optionOrigin(name: string, option: DecidedOption, trail: readonly TrailEntry[]): string {
  const { by, over, items } = option;
  const source = optionSource(name, by, trail);
  if (items !== null && items.some((item) => item.by !== by)) return itemOrigins(name, items, trail);
  const { statement } = trail[by] as TrailEntry;
  const setting = statement.options.find((one) => one.name === name);
  if (setting !== undefined && isListEdit(setting.value)) return `edited by ${source}`;
  const before = over === null || over === 0 ? null : trail[over]?.statement.options.find((one) => one.name === name)?.value;
  if (over === null || before == null) return `set by ${source}`;
  const old = typeof before === 'object' ? 'the list' : formatValue(before);
  return `set by ${source}, ${typeof before === 'object' ? 'replacing' : 'overriding'} ${old} from `
    + optionSource(name, over, trail);
}

/** The most items named per origin. */
const MOST_ITEMS = 8;

function itemOrigins(name: string, items: readonly DecidedItem[], trail: readonly TrailEntry[]): string {
  const byOrigin = new Map<number, string[]>();
  for (const { value, by } of items) byOrigin.set(by, [...byOrigin.get(by) ?? [], value]);
  // Items added on purpose come first; the catalog's own are only counted.
  const origins = [...byOrigin].sort(([a], [b]) => b - a);
  return origins.map(([by, values]) => {
    if (by === 0) return `${values.length} by default`;
    const shown = values.slice(0, MOST_ITEMS).map(formatValue).join(', ');
    return `${shown}${values.length > MOST_ITEMS ? ` and ${values.length - MOST_ITEMS} more` : ''} from `
      + optionSource(name, by, trail);
  }).join('; ');
}

function optionSource(name: string, index: number, trail: readonly TrailEntry[]): string {
  const { statement } = trail[index] as TrailEntry;
  if (statement.kind === 'catalog') return 'the default';
  const place = statement.options.find((setting) => setting.name === name)?.place;
  return formatSource(statement.place === null || place === undefined ? statement : { ...statement, place });
}

/** What a refused freedom means. */
export const REFUSED_FREEDOMS: Readonly<Record<Freedom, string>> = {
  waivers: 'Waivers are refused',
  fix: 'Repairs are refused',
  ledger: 'Ledger entries do not excuse it',
};

/** What a guard allows later files to do. */
export function guardText({ kind, by }: ActiveGuard, decision: Decision): string {
  const { trail } = decision;
  const guard = (trail[by] as TrailEntry).statement;
  const power = kind === 'fixed' ? 'other files may not change it' : 'other files may make it stricter, never weaker';
  const own = ownStatementAfter(by, decision);
  const exempt = own === null
    ? ''
    : ` A guard does not bind its own file or the presets that file adopts, so ${formatSource(own)} counts.`;
  return `Guarded (${kind}) by ${formatSource(guard)}: ${power}.${exempt}`;
}

/** The last statement after a guard that decides a part and is exempt from the guard. */
function ownStatementAfter(by: number, { trail, by: levelBy, options, freedomsBy }: Decision): Statement | null {
  const owner = trail[by]?.statement.layer.exemptions.at(-1);
  const deciding = [levelBy, ...Object.values(options).map((option) => option.by), ...Object.values(freedomsBy)];
  const own = trail.findLastIndex(({ statement }, index) =>
    index > by && deciding.includes(index) && owner !== undefined && statement.layer.exemptions.includes(owner));
  return own < 0 ? null : trail[own]?.statement ?? null;
}

/** What a statement wanted for a part: `max 110`, `off`, `waivers allow`. */
function wantedText(statement: Statement, part: PartName): string {
  if (part === 'level') return statement.level?.value ?? '';
  if (part === 'waivers' || part === 'fix' || part === 'ledger') return `${part} ${statement[part]?.value ?? ''}`;
  const name = part.slice('options.'.length);
  const setting = statement.options.find((one) => one.name === name);
  return setting === undefined ? name : formatChanges([setting]);
}

/**
 * What guards refused of a statement.
 * @param form `refused` for a remark (`max 110 refused by the no-weaker guard in elvar.yaml:11`), `which` for what follows
 * "wanted" (`max 110, which the no-weaker guard in elvar.yaml:11 refuses`).
 */
export function refusalText({ statement, refused }: TrailEntry, trail: readonly TrailEntry[], form: 'refused' | 'which'): string {
  const guards = [...new Set(refused.map(({ by }) => by))];
  return guards.map((by) => {
    const wanted = refused.filter((one) => one.by === by).map(({ part }) => wantedText(statement, part));
    const guard = (trail[by] as TrailEntry).statement;
    const who = `the ${guard.guard?.value} guard in ${formatSource(guard)}`;
    return form === 'refused' ? `${listed(wanted)} refused by ${who}` : `${listed(wanted)}, which ${who} refuses`;
  }).join('; ');
}

/** The most rules named. */
const MOST_RULES = 3;

/** A command-line setting that had no effect, and why. */
export function refusedSettingText({ setting, guards, rules, tookElsewhere, files }: SettingRefusal): string {
  const [option] = setting.options;
  const text = option === undefined
    ? `${setting.selector}=${setting.level?.value}`
    : `${setting.selector}.${option.name}=${formatValue(changeOption([], option.value))}`;
  const where = tookElsewhere ? ` for ${listedUpTo(MOST_RULES, rules, 'rule')} in ${count(files, 'file')}` : '';
  const who = listed(guards.map((guard) => `the ${guard.guard?.value} guard in ${formatSource(guard)}`));
  return `--set ${text} did not take${where}: ${who} ${guards.length === 1 ? 'refuses' : 'refuse'} it.`;
}
