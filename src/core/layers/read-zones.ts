import { LANGUAGES } from '../base/languages.js';
import type { Zone } from '../model/layer.js';
import type { Place } from '../base/place.js';
import { nearName } from '../base/near-name.js';
import { readAdoptions } from './read-adoptions.js';
import { readPatterns } from './read-patterns.js';
import { readRulings } from './read-rulings.js';
import type { Reading } from './reading.js';
import { problemsOfIssues } from './schema-problems.js';
import { zoneSchema } from './schema.js';
import { nodeAt, type YamlNode } from './yaml-text.js';

const ZONE_KEYS = Object.keys(zoneSchema.shape);

/** Reads the zones of a layer file, in their order. */
export function readZones(root: YamlNode, reading: Reading): Zone[] {
  const { node: list, whole } = nodeAt(root, ['zones']);
  if (!whole || !Array.isArray(list.value)) return [];
  const names = new Map<string, Place>();
  return [...list.parts.values()].map((item) => {
    const zone = readZone(item, reading);
    if (zone.name !== null) noteName(zone.name, nodeAt(item, ['name']).node.place, names, reading);
    return zone;
  });
}

function readZone(item: YamlNode, reading: Reading): Zone {
  const read = zoneSchema.safeParse(item.value);
  // List items are read one by one, with problems of their own.
  if (!read.success) reading.problems.push(...problemsOfIssues(read.error.issues.filter(({ path }) => path.length < 2), item, ZONE_KEYS));
  const atMost = read.data?.['at-most'];
  return {
    name: read.data?.name ?? null,
    place: item.place,
    match: nodeAt(item, ['match']).whole ? readPatterns(item, ['match'], reading.problems) : null,
    except: readPatterns(item, ['except'], reading.problems),
    languages: nodeAt(item, ['languages']).whole ? readLanguages(item, reading) : null,
    presets: readAdoptions(item, reading),
    rulings: readRulings(item, reading),
    atMost: atMost === undefined ? null : { value: atMost, place: keyPlaceOf(item, 'at-most') },
    because: read.data?.because ?? null,
  };
}

/** The place of a key in a mapping. */
export function keyPlaceOf(node: YamlNode, key: string): Place {
  const { node: part } = nodeAt(node, [key]);
  return part.keyPlace ?? part.place;
}

function readLanguages(item: YamlNode, reading: Reading): string[] {
  const { node: list } = nodeAt(item, ['languages']);
  const known = LANGUAGES.map(({ id }) => id);
  return [...list.parts.values()].flatMap(({ value, place }) => {
    if (value === undefined) return [];
    const id = String(value);
    if (!known.includes(id)) reading.report(place, { code: 'unknown-language', language: id, near: nearName(id, known) });
    return [id];
  });
}

function noteName(name: string, place: Place, names: Map<string, Place>, reading: Reading): void {
  const first = names.get(name);
  if (first === undefined) names.set(name, place);
  else reading.report(place, { code: 'same-zone-name', name, first });
}
