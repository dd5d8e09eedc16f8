import { NO_SCOPE_SETTINGS, type LanguagePatterns, type LayerRole, type ScopeSettings } from '../../model/layer.js';
import { compareProblems, type Problem } from '../../model/problem.js';
import { nearName } from '../../base/near-name.js';
import { parseAdoptions } from './adoptions.js';
import { parseExpectations } from './expectations.js';
import { parseHouseRules } from './house-rules.js';
import { parseIntakeBlock } from './intake.js';
import { parsePatterns } from './patterns.js';
import { parseRulings } from './rulings.js';
import { parseZones } from './zones.js';
import { Mistakes } from '../mistakes.js';
import { describeValue, problemAt, problemsOfIssues } from './schema-problems.js';
import { KEYS_BY_ROLE, layerFileSchema, type LayerFileData } from './schema.js';
import { tooMuchIn } from './layer-size.js';
import { parseDuration, parseSize } from './size.js';
import { rulingsOf, type ParsedLayer, type UnboundLayer } from './unbound-layer.js';
import { keyPlaceOf, nodeAt, readYaml, type YamlNode } from './yaml-text.js';
import { LANGUAGES } from '../../languages/languages.js';

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

/** Parses the text of a layer file. */
export function parseLayer(text: string, { file, identity = file, role, isOutside = false }: LayerSource): ParsedLayer {
  const { root, problems } = readYaml(text, file);
  const empty: UnboundLayer = {
    file, identity, role, title: null, about: null, presets: [], inherit: true, scope: NO_SCOPE_SETTINGS,
    needsReasons: false, failOn: null, confidence: null, scopeIsRoots: false, languages: [], rulings: [], zones: [],
    atMost: null, houseRules: [], intake: [], expectations: [], expectationsFail: true,
  };
  const nothing: ParsedLayer = { layer: empty, isOutside, problems, warnings: [] };
  if (root === null) return nothing;
  if (typeof root.value !== 'object' || root.value === null || Array.isArray(root.value)) {
    problems.push(problemAt(root.place, { code: 'not-a-mapping', found: describeValue(root.value) }));
    return nothing;
  }
  const excess = tooMuchIn(root);
  if (excess !== null) return { ...nothing, problems: [...problems, excess] };
  const mistakes = new Mistakes(isOutside);
  const read = layerFileSchema.safeParse(root.value);
  if (!read.success) problems.push(...fileProblems(read.error.issues, root, role));
  const layer: UnboundLayer = {
    ...empty,
    ...(read.success && plainParts(read.data, root)),
    presets: parseAdoptions(root, mistakes),
    scope: parseScope(root, read.success ? read.data : null, mistakes),
    languages: parseLanguages(root, mistakes),
    rulings: parseRulings(root, mistakes),
    zones: parseZones(root, mistakes),
    houseRules: parseHouseRules(root, mistakes),
    intake: parseIntakeBlock(root, mistakes),
    expectations: parseExpectations(root, mistakes),
  };
  problems.push(...misplacedKeys(root, role), ...mistakes.problems, ...(role === 'personal' ? personalGuards(layer) : []));
  return { layer, isOutside, problems: problems.sort(compareProblems), warnings: mistakes.warnings };
}

type PlainPart =
  'title' | 'about' | 'inherit' | 'needsReasons' | 'failOn' | 'confidence' | 'scopeIsRoots' | 'expectationsFail' | 'atMost';

function plainParts(data: LayerFileData, root: YamlNode): Pick<UnboundLayer, PlainPart> {
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

/**
 * Blocks whose items are read one by one, with problems of their own, and the depth down to which the schema's problems count.
 */
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
function personalGuards(layer: UnboundLayer): Problem[] {
  return rulingsOf(layer).flatMap(({ guard }) => (guard === null ? [] : [problemAt(guard.place, { code: 'personal-guard' })]));
}

function parseScope(root: YamlNode, data: LayerFileData | null, { problems }: Mistakes): ScopeSettings {
  const largest = nodeAt(root, ['scope', 'largest']);
  const bytes = largest.whole ? parseSize(String(largest.node.value)) : null;
  if (largest.whole && bytes === null) {
    problems.push(problemAt(largest.node.place, { code: 'bad-size', found: describeValue(largest.node.value) }));
  }
  const look = nodeAt(root, ['scope', 'longest-look']);
  const longestLook = look.whole ? parseDuration(String(look.node.value)) : null;
  if (look.whole && longestLook === null) {
    problems.push(problemAt(look.node.place, { code: 'bad-duration', found: describeValue(look.node.value) }));
  }
  const { node: include, whole: includes } = nodeAt(root, ['scope', 'include']);
  return {
    include: includes
      ? { patterns: parsePatterns(root, ['scope', 'include'], problems), place: include.keyPlace ?? include.place }
      : null,
    ignore: parsePatterns(root, ['scope', 'ignore'], problems),
    generated: data?.scope?.generated ?? 'skip',
    largest: bytes,
    longestLook,
  };
}

function parseLanguages(root: YamlNode, mistakes: Mistakes): LanguagePatterns[] {
  const { node: block, whole } = nodeAt(root, ['languages']);
  if (!whole) return [];
  const known = LANGUAGES.map(({ id }) => id);
  return [...block.parts].map(([key, { keyPlace, place }]) => {
    const language = String(key);
    if (!known.includes(language)) {
      mistakes.report(keyPlace ?? place, { code: 'unknown-language', language, near: nearName(language, known) });
    }
    return { language, patterns: parsePatterns(block, [language], mistakes.problems) };
  });
}
