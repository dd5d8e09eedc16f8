import type { Place } from '../../base/place.js';
import { nearName } from '../../base/near-name.js';
import { parseAdoptions } from './adoptions.js';
import { parsePatterns } from './patterns.js';
import { parseRulings } from './rulings.js';
import type { Mistakes } from '../mistakes.js';
import { problemsOfIssues } from './schema-problems.js';
import { zoneSchema } from './schema.js';
import type { UnboundZone } from './unbound-layer.js';
import { keyPlaceOf, nodeAt, type YamlNode } from './yaml-text.js';
import { LANGUAGES } from '../../languages/languages.js';

const ZONE_KEYS = Object.keys(zoneSchema.shape);

/** Parses the zones of a layer file, in their order. */
export function parseZones(root: YamlNode, mistakes: Mistakes): UnboundZone[] {
  const { node: list, whole } = nodeAt(root, ['zones']);
  if (!whole || !Array.isArray(list.value)) return [];
  const names = new Map<string, Place>();
  return [...list.parts.values()].map((item) => {
    const zone = parseZone(item, mistakes);
    if (zone.name !== null) noteName(zone.name, nodeAt(item, ['name']).node.place, names, mistakes);
    return zone;
  });
}

function parseZone(item: YamlNode, mistakes: Mistakes): UnboundZone {
  const read = zoneSchema.safeParse(item.value);
  // List items are read one by one, with problems of their own.
  if (!read.success) {
    mistakes.problems.push(...problemsOfIssues(read.error.issues.filter(({ path }) => path.length < 2), item, ZONE_KEYS));
  }
  const atMost = read.data?.['at-most'];
  return {
    name: read.data?.name ?? null,
    place: item.place,
    match: nodeAt(item, ['match']).whole ? parsePatterns(item, ['match'], mistakes.problems) : null,
    except: parsePatterns(item, ['except'], mistakes.problems),
    languages: nodeAt(item, ['languages']).whole ? parseLanguages(item, mistakes) : null,
    presets: parseAdoptions(item, mistakes),
    rulings: parseRulings(item, mistakes),
    atMost: atMost === undefined ? null : { value: atMost, place: keyPlaceOf(item, 'at-most') },
    because: read.data?.because ?? null,
  };
}

function parseLanguages(item: YamlNode, mistakes: Mistakes): string[] {
  const { node: list } = nodeAt(item, ['languages']);
  const known = LANGUAGES.map(({ id }) => id);
  return [...list.parts.values()].flatMap(({ value, place }) => {
    if (value === undefined) return [];
    const id = String(value);
    if (!known.includes(id)) mistakes.report(place, { code: 'unknown-language', language: id, near: nearName(id, known) });
    return [id];
  });
}

function noteName(name: string, place: Place, names: Map<string, Place>, mistakes: Mistakes): void {
  const first = names.get(name);
  if (first === undefined) names.set(name, place);
  else mistakes.report(place, { code: 'same-zone-name', name, first });
}
