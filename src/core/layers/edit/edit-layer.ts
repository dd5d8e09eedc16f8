import { isMap, isScalar, isSeq, parseDocument } from 'yaml';
import type { Permission } from '../../model/freedom.js';
import type { GuardKind } from '../../model/layer.js';
import type { Level } from '../../model/level.js';
import { nearName } from '../../base/near-name.js';
import { appendYaml, deleteYaml, EditError, setYaml, type YamlPath } from './edit-yaml.js';

/** What a ruling should say; parts left out stay as they are. */
export interface RulingChange {
  readonly level?: Level;
  /** Values as written in the file, list edits included. */
  readonly options?: Readonly<Record<string, unknown>>;
  readonly guard?: GuardKind;
  readonly waivers?: Permission;
  readonly fix?: Permission;
  readonly ledger?: Permission;
  readonly because?: string;
  readonly until?: string;
}

/** An adoption to write. */
export interface NewAdoption {
  readonly use: string;
  readonly only: readonly string[];
  readonly except: readonly string[];
  /** Whether it lies outside the project, which the layer file then has to allow; by default it does not. */
  readonly isOutside?: boolean;
}

/**
 * Adds a ruling to the text of a layer file, or changes the existing one.
 * @param zone the name of the zone to put it in; null for the file as a whole.
 * @throws EditError if the file has no such zone or cannot be edited safely.
 */
export function setRuling(text: string, zone: string | null, selector: string, change: RulingChange): string {
  const path = rulingPath(text, zone, selector);
  const existing = valueAt(text, path);
  const { level, options, guard, waivers, fix, ledger, because, until } = change;
  const parts = Object.entries({ guard, waivers, fix, ledger, because, until }).filter(([, value]) => value !== undefined);
  if (!isMapping(existing)) {
    const whole = {
      ...(typeof existing === 'string' && { level: existing }),
      ...(level !== undefined && { level }),
      ...(options !== undefined && { options }),
      ...Object.fromEntries(parts),
    };
    return setYaml(text, path, Object.keys(whole).length === 1 && whole.level !== undefined ? whole.level : whole);
  }
  let edited = text;
  if (level !== undefined) edited = setYaml(edited, [...path, 'level'], level);
  for (const [key, value] of parts) edited = setYaml(edited, [...path, key], value);
  for (const [name, value] of Object.entries(options ?? {})) edited = setYaml(edited, [...path, 'options', name], value);
  return edited;
}

/**
 * The value that a rule's ruling has for an option, as written; undefined if it has none.
 * @throws EditError if the file has no such zone.
 */
export function optionIn(text: string, zone: string | null, rule: string, option: string): unknown {
  return valueAt(text, [...rulingPath(text, zone, rule), 'options', option]);
}

/** Removes a ruling from the text of a layer file. @throws EditError if there is none or the file cannot be edited safely. */
export function removeRuling(text: string, zone: string | null, selector: string): string {
  const path = rulingPath(text, zone, selector);
  if (valueAt(text, path) === undefined) {
    throw new EditError({ code: 'no-ruling', selector, zone });
  }
  return deleteYaml(text, path);
}

/** Adds an adoption after the existing ones of a layer file or of one of its zones. @throws EditError as {@link setRuling}. */
export function addAdoption(text: string, zone: string | null, { use, only, except, isOutside = false }: NewAdoption): string {
  const path = [...zonePath(text, zone), 'presets'];
  const last = asList(valueAt(text, path)).at(-1);
  const item = only.length + except.length === 0 && !isOutside
    ? use
    : { use, ...(isOutside && { outside: 'allow' }), ...(only.length > 0 && { only }), ...(except.length > 0 && { except }) };
  // Adopted twice in a row is adopted once.
  if (JSON.stringify(last) === JSON.stringify(item)) return text;
  return valueAt(text, path) === undefined && zone === null ? atTop(text, item) : appendYaml(text, path, item);
}

/** Adds an expectation after the existing ones. @throws EditError as {@link setRuling}. */
export function addExpectation(text: string, item: Readonly<Record<string, unknown>>): string {
  const own = JSON.stringify(item);
  // Nobody needs to count on the same twice.
  return asList(valueAt(text, ['expect'])).some((one) => JSON.stringify(one) === own) ? text : appendYaml(text, ['expect'], item);
}

/** Replaces an adopted preset with another. @throws EditError if the file does not adopt it. */
export function replaceAdoption(text: string, from: string, to: string): string {
  const list = valueAt(text, ['presets']);
  const index = Array.isArray(list) ? list.findIndex((item) => item === from || (isMapping(item) && item['use'] === from)) : -1;
  if (index < 0) throw new EditError({ code: 'no-adoption', reference: from });
  return setYaml(text, isMapping((list as unknown[])[index]) ? ['presets', index, 'use'] : ['presets', index], to);
}

/** The presets that the text of a layer file adopts at its top level. */
export function adoptedIn(text: string): string[] {
  const list = valueAt(text, ['presets']);
  return Array.isArray(list)
    ? list.flatMap((item: unknown) => (typeof item === 'string' ? item
      : isMapping(item) && typeof item['use'] === 'string' ? item['use']
      : []))
    : [];
}

function asList(value: unknown): readonly unknown[] {
  return Array.isArray(value) ? value : [];
}

/** Presets come right after the title and the like, since they take effect first. */
function atTop(text: string, item: unknown): string {
  const document = parseDocument(text, { logLevel: 'silent' });
  const pairs = isMap(document.contents) && document.contents.flow !== true ? document.contents.items : [];
  const before = pairs.findIndex(({ key }) => !(isScalar(key) && ['title', 'about'].includes(String(key.value))));
  const next = pairs[before]?.key;
  if (before < 0 || !isScalar(next) || next.range == null) return appendYaml(text, ['presets'], item);
  // Comments above a key belong to it.
  let start = text.lastIndexOf('\n', next.range[0] - 1) + 1;
  for (;;) {
    const previous = text.lastIndexOf('\n', start - 2) + 1;
    if (start === 0 || !/^\s*#/.test(text.slice(previous, start)) || (previous === 0 && before === 0)) break;
    start = previous;
  }
  const lineEnd = text.includes('\r\n') ? '\r\n' : '\n';
  const block = setYaml('', ['presets'], [item]).replaceAll('\n', lineEnd);
  return `${text.slice(0, start)}${block}${lineEnd}${text.slice(start)}`;
}

function rulingPath(text: string, zone: string | null, selector: string): YamlPath {
  return [...zonePath(text, zone), 'rulings', selector];
}

function zonePath(text: string, zone: string | null): YamlPath {
  if (zone === null) return [];
  const zones = parseDocument(text, { logLevel: 'silent' }).get('zones', true);
  const index = isSeq(zones) ? zones.items.findIndex((item) => isMap(item) && item.get('name') === zone) : -1;
  if (index < 0) {
    const names = isSeq(zones)
      ? zones.items.flatMap((item) => (isMap(item) && typeof item.get('name') === 'string' ? [item.get('name') as string] : []))
      : [];
    throw new EditError({ code: 'no-zone', zone, near: nearName(zone, names), zones: names });
  }
  return ['zones', index];
}

function valueAt(text: string, path: YamlPath): unknown {
  const value = parseDocument(text, { logLevel: 'silent' }).getIn(path) as unknown;
  return isMap(value) || isSeq(value) ? value.toJSON() as unknown : value;
}

function isMapping(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
