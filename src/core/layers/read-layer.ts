import type { Catalog } from '../catalog/catalog.js';
import { LANGUAGES } from '../base/languages.js';
import { NO_SCOPE_SETTINGS, type LanguagePatterns, type LayerFile, type LayerRole, type ScopeSettings } from '../model/layer.js';
import { compareProblems, type Problem } from '../model/problem.js';
import { nearName } from '../base/near-name.js';
import { readAdoptions } from './read-adoptions.js';
import { readExpectations } from './read-expectations.js';
import { readHouseRules } from './read-house-rules.js';
import { readIntake } from './read-intake.js';
import { readPatterns } from './read-patterns.js';
import { readRulings } from './read-rulings.js';
import { keyPlaceOf, readZones } from './read-zones.js';
import { Reading } from './reading.js';
import { describeValue, problemAt, problemsOfIssues } from './schema-problems.js';
import { KEYS_BY_ROLE, layerFileSchema, type LayerFileData } from './schema.js';
import { tooMuchIn } from './layer-size.js';
import { parseDuration, parseSize } from './size.js';
import { nodeAt, readYaml, type YamlNode } from './yaml-text.js';

const POLICY_KEYS = Object.keys(layerFileSchema.shape.policy.unwrap().shape);

/** How a layer file is read. */
export interface LayerSource {
  /** How the file is named: relative to the project root, or a built-in preset's reference. */
  readonly file: string;
  /** Its identity, however it was reached; by default the same as `file`. */
  readonly identity?: string;
  /** Its role, which decides the keys it may have. */
  readonly role: LayerRole;
  /** Whether it comes from outside the project. */
  readonly isOutside?: boolean;
}

/** A layer file and all its mistakes. If there are any, the layer holds what could be read. */
export interface LayerReading {
  readonly layer: LayerFile;
  readonly problems: readonly Problem[];
  /** Problems that are reported as warnings and otherwise ignored. */
  readonly warnings: readonly Problem[];
}

/** Reads the text of a layer file. */
export function readLayer(text: string, { file, identity = file, role, isOutside = false }: LayerSource, catalog: Catalog): LayerReading {
  const { root, problems } = readYaml(text, file);
  const empty: LayerFile = {
    file, identity, role, title: null, about: null, presets: [], inherit: true, scope: NO_SCOPE_SETTINGS, needsReasons: false, failOn: null, confidence: null, scopeIsRoots: false,
    languages: [], rulings: [], zones: [], atMost: null, houseRules: [], intake: [], expectations: [], expectationsFail: true,
  };
  if (root === null) return { layer: empty, problems, warnings: [] };
  if (typeof root.value !== 'object' || root.value === null || Array.isArray(root.value)) {
    problems.push(problemAt(root.place, { code: 'not-a-mapping', found: describeValue(root.value) }));
    return { layer: empty, problems, warnings: [] };
  }
  const excess = tooMuchIn(root);
  if (excess !== null) return { layer: empty, problems: [...problems, excess], warnings: [] };
  const reading = new Reading(catalog, isOutside);
  const read = layerFileSchema.safeParse(root.value);
  if (!read.success) problems.push(...fileProblems(read.error.issues, root, role));
  const layer: LayerFile = {
    ...empty,
    ...(read.success && plainParts(read.data, root)),
    presets: readAdoptions(root, reading),
    scope: readScope(root, read.success ? read.data : null, reading),
    languages: readLanguages(root, reading),
    rulings: readRulings(root, reading),
    zones: readZones(root, reading),
    houseRules: readHouseRules(root, reading),
    intake: readIntake(root, reading),
    expectations: readExpectations(root, reading),
  };
  problems.push(...misplacedKeys(root, role), ...reading.problems, ...(role === 'personal' ? personalGuards(layer) : []));
  return { layer, problems: problems.sort(compareProblems), warnings: reading.warnings };
}

function plainParts(data: LayerFileData, root: YamlNode): Pick<LayerFile, 'title' | 'about' | 'inherit' | 'needsReasons' | 'failOn' | 'confidence' | 'scopeIsRoots' | 'expectationsFail' | 'atMost'> {
  const atMost = data['at-most'];
  return {
    title: data.title ?? null,
    about: data.about ?? null,
    inherit: data.inherit ?? true,
    needsReasons: data.policy?.reasons === 'required',
    failOn: data.policy?.['fail-on'] ?? null,
    confidence: data.policy?.confidence ?? null,
    scopeIsRoots: data.policy?.scope === 'root',
    expectationsFail: data.policy?.expectations !== 'tell',
    atMost: atMost === undefined ? null : { value: atMost, place: keyPlaceOf(root, 'at-most') },
  };
}

/** The keys that a file in this role may have: at its top, or in its `scope` block. */
function keysFor(role: LayerRole, block: '' | 'scope'): string[] {
  const shape = block === '' ? layerFileSchema.shape : layerFileSchema.shape.scope.unwrap().shape;
  const prefix = block === '' ? '' : `${block}.`;
  return Object.keys(shape).filter((key) => KEYS_BY_ROLE[prefix + key]?.includes(role) ?? true);
}

/** Blocks whose items are read one by one, with problems of their own, and the depth down to which the schema's problems count. */
const READ_BY_ITEM: Readonly<Record<string, number>> = { presets: 1, scope: 2, languages: 2, intake: 1, expect: 1 };

function fileProblems(issues: Parameters<typeof problemsOfIssues>[0], root: YamlNode, role: LayerRole): Problem[] {
  return issues.flatMap((issue) => {
    const block = String(issue.path[0] ?? '');
    if (issue.path.length > (READ_BY_ITEM[block] ?? Infinity)) return [];
    const known = block === 'policy' ? POLICY_KEYS : keysFor(role, block === 'scope' ? 'scope' : '');
    return problemsOfIssues([issue], root, known);
  });
}

function misplacedKeys(root: YamlNode, role: LayerRole): Problem[] {
  return Object.entries(KEYS_BY_ROLE).flatMap(([key, roles]) => {
    const { node, whole } = nodeAt(root, key.split('.'));
    if (!whole || roles.includes(role)) return [];
    // If the file may not have the block at all, its parts need no message.
    const block = KEYS_BY_ROLE[key.split('.')[0] as string];
    if (key.includes('.') && block !== undefined && !block.includes(role)) return [];
    const belongs = roles.includes('directory') ? 'the layer files of the project' : 'the layer file at the project root';
    return [problemAt(node.keyPlace ?? node.place, { code: 'key-not-here', key, belongs })];
  });
}

/** A guard binds the team, so a personal file may not have one. */
function personalGuards({ rulings, zones }: LayerFile): Problem[] {
  const all = [...rulings, ...zones.flatMap((zone) => zone.rulings)];
  return all.flatMap(({ guard }) => (guard === null ? [] : [problemAt(guard.place, { code: 'personal-guard' })]));
}

function readScope(root: YamlNode, data: LayerFileData | null, { problems }: Reading): ScopeSettings {
  const largest = nodeAt(root, ['scope', 'largest']);
  const bytes = largest.whole ? parseSize(String(largest.node.value)) : null;
  if (largest.whole && bytes === null) {
    problems.push(problemAt(largest.node.place, { code: 'bad-size', found: describeValue(largest.node.value) }));
  }
  const look = nodeAt(root, ['scope', 'longest-look']);
  const longestLook = look.whole ? parseDuration(String(look.node.value)) : null;
  if (look.whole && longestLook === null) problems.push(problemAt(look.node.place, { code: 'bad-duration', found: describeValue(look.node.value) }));
  const { node: include, whole: includes } = nodeAt(root, ['scope', 'include']);
  return {
    include: includes
      ? { patterns: readPatterns(root, ['scope', 'include'], problems), place: include.keyPlace ?? include.place }
      : null,
    ignore: readPatterns(root, ['scope', 'ignore'], problems),
    generated: data?.scope?.generated ?? 'skip',
    largest: bytes,
    longestLook,
  };
}

function readLanguages(root: YamlNode, reading: Reading): LanguagePatterns[] {
  const { node: block, whole } = nodeAt(root, ['languages']);
  if (!whole) return [];
  const known = LANGUAGES.map(({ id }) => id);
  return [...block.parts].map(([key, { keyPlace, place }]) => {
    const language = String(key);
    if (!known.includes(language)) reading.report(keyPlace ?? place, { code: 'unknown-language', language, near: nearName(language, known) });
    return { language, patterns: readPatterns(block, [language], reading.problems) };
  });
}
