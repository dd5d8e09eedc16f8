import type { Catalog } from '../catalog/catalog.js';
import {
  NO_SCOPE_SETTINGS, type Adoption, type LayerFile, type LayerRole, type ScopeSettings, type Zone,
} from '../model/layer.js';
import type { Place } from '../model/place.js';
import { compareProblems, type Problem } from '../model/problem.js';
import { parsePresetReference } from './preset-reference.js';
import { readPatterns } from './read-patterns.js';
import { readRulings } from './read-rulings.js';
import { describeValue, problemAt, problemsOfIssues } from './schema-problems.js';
import { KEYS_BY_ROLE, layerFileSchema, zoneSchema, type LayerFileData } from './schema.js';
import { parseSize } from './size.js';
import { nodeAt, readYaml, type YamlNode } from './yaml-text.js';

const POLICY_KEYS = Object.keys(layerFileSchema.shape.policy.unwrap().shape);
const ZONE_KEYS = Object.keys(zoneSchema.shape);

/** A layer file that was read, and all that is wrong with it. With problems, the layer holds what could be read. */
export interface LayerReading {
  readonly layer: LayerFile;
  readonly problems: readonly Problem[];
}

/**
 * Reads the text of a layer file.
 * @param file how the file is named: relative to the project root, or a built-in preset's reference.
 * @param role where it stands, which decides the keys it may have.
 */
export function readLayer(text: string, file: string, role: LayerRole, catalog: Catalog): LayerReading {
  const { root, problems } = readYaml(text, file);
  const empty: LayerFile = {
    file, role, title: null, about: null, presets: [], inherit: true, scope: NO_SCOPE_SETTINGS, failOn: null, rulings: [], zones: [],
  };
  if (root === null) return { layer: empty, problems };
  if (typeof root.value !== 'object' || root.value === null || Array.isArray(root.value)) {
    problems.push(problemAt(root.place, { code: 'not-a-mapping', found: describeValue(root.value) }));
    return { layer: empty, problems };
  }
  const read = layerFileSchema.safeParse(root.value);
  if (!read.success) problems.push(...fileProblems(read.error.issues, root, role));
  problems.push(...misplacedKeys(root, role));
  const layer: LayerFile = {
    ...empty,
    ...(read.success && plainParts(read.data)),
    presets: readAdoptions(root, problems),
    scope: readScope(root, read.success ? read.data : null, problems),
    rulings: readRulings(root, catalog, problems),
    zones: readZones(root, catalog, problems),
  };
  return { layer, problems: problems.sort(compareProblems) };
}

function plainParts(data: LayerFileData): Pick<LayerFile, 'title' | 'about' | 'inherit' | 'failOn'> {
  return {
    title: data.title ?? null,
    about: data.about ?? null,
    inherit: data.inherit ?? true,
    failOn: data.policy?.['fail-on'] ?? null,
  };
}

/** The keys that a file in this role may have: at its top, or in its `scope` block. */
function keysFor(role: LayerRole, block: '' | 'scope'): string[] {
  const shape = block === '' ? layerFileSchema.shape : layerFileSchema.shape.scope.unwrap().shape;
  const prefix = block === '' ? '' : `${block}.`;
  return Object.keys(shape).filter((key) => KEYS_BY_ROLE[prefix + key]?.includes(role) ?? true);
}

function fileProblems(issues: Parameters<typeof problemsOfIssues>[0], root: YamlNode, role: LayerRole): Problem[] {
  return issues.flatMap((issue) => {
    // Patterns and presets are read item by item, with problems of their own.
    if (issue.path[0] === 'presets' && issue.path.length > 1) return [];
    if (issue.path[0] === 'scope' && issue.path.length > 2) return [];
    const block = issue.path[0];
    const known = block === 'policy' ? POLICY_KEYS : keysFor(role, block === 'scope' ? 'scope' : '');
    return problemsOfIssues([issue], root, known);
  });
}

function misplacedKeys(root: YamlNode, role: LayerRole): Problem[] {
  return Object.entries(KEYS_BY_ROLE).flatMap(([key, roles]) => {
    const { node, whole } = nodeAt(root, key.split('.'));
    if (!whole || roles.includes(role)) return [];
    // A file that may not have the whole block needs no word about its parts.
    const block = KEYS_BY_ROLE[key.split('.')[0] as string];
    if (key.includes('.') && block !== undefined && !block.includes(role)) return [];
    const belongs = roles.includes('directory') ? 'the layer files of the project' : 'the layer file at the project root';
    return [problemAt(node.keyPlace ?? node.place, { code: 'key-not-here', key, belongs })];
  });
}

function readAdoptions(root: YamlNode, problems: Problem[]): Adoption[] {
  const { node: list, whole } = nodeAt(root, ['presets']);
  if (!whole || !Array.isArray(list.value)) return [];
  const adoptions: Adoption[] = [];
  for (const item of list.parts.values()) {
    if (item.value === undefined) continue;
    const reference = typeof item.value === 'string' ? parsePresetReference(item.value) : null;
    if (reference !== null) adoptions.push({ reference, place: item.place });
    else problems.push(problemAt(item.place, { code: 'bad-preset-reference', reference: describeValue(item.value) }));
  }
  return adoptions;
}

function readScope(root: YamlNode, data: LayerFileData | null, problems: Problem[]): ScopeSettings {
  const largest = nodeAt(root, ['scope', 'largest']);
  const bytes = largest.whole ? parseSize(String(largest.node.value)) : null;
  if (largest.whole && bytes === null) {
    problems.push(problemAt(largest.node.place, { code: 'bad-size', found: describeValue(largest.node.value) }));
  }
  const { node: include, whole: includes } = nodeAt(root, ['scope', 'include']);
  return {
    include: includes
      ? { patterns: readPatterns(root, ['scope', 'include'], problems), place: include.keyPlace ?? include.place }
      : null,
    ignore: readPatterns(root, ['scope', 'ignore'], problems),
    generated: data?.scope?.generated ?? 'skip',
    largest: bytes,
  };
}

function readZones(root: YamlNode, catalog: Catalog, problems: Problem[]): Zone[] {
  const { node: list, whole } = nodeAt(root, ['zones']);
  if (!whole || !Array.isArray(list.value)) return [];
  const names = new Map<string, Place>();
  return [...list.parts.values()].flatMap((item) => {
    const read = zoneSchema.safeParse(item.value);
    if (!read.success) {
      const issues = read.error.issues.filter((issue) => issue.path.length < 2);
      problems.push(...problemsOfIssues(issues, item, ZONE_KEYS));
    }
    const name = read.data?.name ?? null;
    if (name !== null) noteZoneName(name, nodeAt(item, ['name']).node.place, names, problems);
    return [{
      name,
      place: item.place,
      match: nodeAt(item, ['match']).whole ? readPatterns(item, ['match'], problems) : null,
      except: readPatterns(item, ['except'], problems),
      rulings: readRulings(item, catalog, problems),
      because: read.data?.because ?? null,
    }];
  });
}

function noteZoneName(name: string, place: Place, names: Map<string, Place>, problems: Problem[]): void {
  const first = names.get(name);
  if (first === undefined) names.set(name, place);
  else problems.push(problemAt(place, { code: 'same-zone-name', name, first }));
}
