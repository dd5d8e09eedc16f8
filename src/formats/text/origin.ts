import type { Excuse } from '../../core/model/finding.js';
import type { Place } from '../../core/base/place.js';
import type { OptionSetting } from '../../core/model/layer.js';
import { isListEdit, type OptionValue, type OptionValues } from '../../core/model/option.js';
import type { LayerInstance, Statement, StatementZone } from '../../core/model/statement.js';
import { visible } from './visible.js';

/** A place as `file:line`. */
export function formatPlace({ file, line }: Pick<Place, 'file' | 'line'>): string {
  return visible(`${file}:${line}`);
}

/** The place of a statement, after its chain of adoptions: `elvar.yaml:5 → ./style.yaml:12`. */
export function formatOrigin({ layer, place }: Statement): string {
  if (place === null) return layer.id;
  return [...layer.through.map(formatPlace), formatPlace(place)].join(' → ');
}

/** The place of a statement, with its zone. */
export function formatSource(statement: Statement): string {
  const zone = formatZone(statement.zone);
  const origin = statement.kind === 'set' ? 'the command line' : formatOrigin(statement);
  return `${origin}${zone === '' ? '' : ` (${zone})`}`;
}

/** A layer, after its chain of adoptions. */
export function formatLayer({ kind, file, through }: LayerInstance): string {
  return [...through.map(formatPlace), file === null ? kind.replace('-', ' ') : visible(file)].join(' → ');
}

/** A zone by its name or, without one, by its line. */
export function formatZone(zone: StatementZone | null): string {
  if (zone === null) return '';
  return `zone ${zone.name === null ? `on line ${zone.place.line}` : visible(zone.name)}`;
}

/** A statement's options, as written: a list edit stays an edit. */
export function formatChanges(changes: readonly OptionSetting[]): string {
  return changes.map(({ name, value }) => {
    if (!isListEdit(value)) return `${name} ${formatValue(value)}`;
    const parts = [
      value.drop.length > 0 ? `without ${formatValue(value.drop)}` : '',
      value.add.length > 0 ? `with ${formatValue(value.add)}` : '',
    ];
    return `${name} ${parts.filter((part) => part !== '').join(' ')}`;
  }).join(' · ');
}

/** An option's value in brief: a long list is cut, with its length. */
export function formatValue(value: OptionValue): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value !== 'object') return visible(String(value));
  if (value.length === 0) return 'none';
  const first = value.slice(0, 3).map(visible).join(', ');
  return value.length > 3 ? `${first} … (${value.length})` : first;
}

/** Options with their values: `max 100 · urls-free yes`. */
export function formatOptions(options: OptionValues): string {
  return Object.entries(options).map(([name, value]) => `${name} ${formatValue(value)}`).join(' · ');
}

/** What excuses a finding, with its place. */
export function formatExcuse({ by, line, status }: Excuse): string {
  if (by === 'producer') return 'the program that found it';
  return by === 'waiver' ? `waiver on line ${line}` : `${status} in elvar-ledger.yaml:${line}`;
}
