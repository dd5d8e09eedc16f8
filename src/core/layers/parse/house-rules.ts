import * as z from 'zod';
import { CONCERNS } from '../../model/concern.js';
import type { HouseExample, HouseOption, HouseRule, HouseSearch } from '../../model/house-rule.js';
import { lazily } from '../../base/lazily.js';
import { CONFIDENCES } from '../../model/rule.js';
import { compileExpression } from '../../patterns/expression.js';
import { nearName } from '../../base/near-name.js';
import type { Mistakes } from '../mistakes.js';
import { describeValue, problemsOfIssues } from './schema-problems.js';
import { nodeAt, type YamlNode } from './yaml-text.js';
import { LANGUAGES } from '../../languages/languages.js';

/** The schemas of a house rule and of one of its options. */
const schemas = lazily(() => {
  const text = z.string().min(1);
  const option = z.strictObject({
    default: z.union([z.number().int(), z.boolean(), z.string(), z.array(z.string())]),
    stricter: z.enum(['lower', 'higher', 'more', 'fewer', 'true', 'false']).optional(),
    about: text.optional(),
  });
  const example = z.union([z.string(), z.strictObject({ language: text.optional(), code: z.string() })]);
  const rule = z.strictObject({
    title: text,
    about: text.optional(),
    advice: text.optional(),
    message: text,
    tags: z.array(z.string().regex(/^[a-z][a-z0-9-]*$/, 'a tag in small letters')).optional(),
    confidence: z.enum(CONFIDENCES).optional(),
    languages: z.array(text).min(1),
    query: text.optional(),
    pattern: text.optional(),
    replace: z.record(z.string(), z.string()).optional(),
    options: z.record(z.string().regex(/^[a-z][a-z0-9-]*$/, 'a name in small letters'), option).optional(),
    examples: z.strictObject({ good: z.array(example).optional(), bad: z.array(example).optional() }).optional(),
  });
  return { rule, option };
});

/** What a house rule may say, as a JSON Schema. */
export function houseRuleJsonSchema(): Readonly<Record<string, unknown>> {
  const { $schema: _, ...schema } = z.toJSONSchema(schemas().rule, { io: 'input' });
  return { ...schema, description: 'A rule of the house.' };
}

/** What the schemas let through. */
type RuleData = z.output<ReturnType<typeof schemas>['rule']>;
type OptionData = z.output<ReturnType<typeof schemas>['option']>;

const keys = lazily(() => Object.keys(schemas().rule.shape));

/** Parses the `rules` block of a layer file. Mistakes are reported; a rule with one is left out. */
export function parseHouseRules(root: YamlNode, mistakes: Mistakes): HouseRule[] {
  const { node: block, whole } = nodeAt(root, ['rules']);
  if (!whole || block.value === undefined) return [];
  if (typeof block.value !== 'object' || block.value === null || Array.isArray(block.value)) {
    mistakes.report(block.place, { code: 'wrong-type', expected: 'a mapping', found: describeValue(block.value) });
    return [];
  }
  return [...block.parts].flatMap(([id, node]) => parseHouseRule(String(id), node, mistakes) ?? []);
}

function parseHouseRule(id: string, node: YamlNode, mistakes: Mistakes): HouseRule | null {
  const place = node.keyPlace ?? node.place;
  const concern = /^([a-z][a-z0-9-]*)\/[a-z][a-z0-9]*(?:-[a-z0-9]+)*$/.exec(id)?.[1];
  if (concern === undefined) {
    mistakes.report(place, { code: 'bad-house-id', id });
    return null;
  }
  if ((CONCERNS as readonly string[]).includes(concern)) mistakes.report(place, { code: 'own-concern', id, concern });
  const read = schemas().rule.safeParse(node.value);
  if (!read.success) {
    mistakes.problems.push(...problemsOfIssues(read.error.issues, node, keys()));
    return null;
  }
  const { data } = read;
  const languages = parseLanguages(node, data.languages, mistakes);
  const options = Object.entries(data.options ?? {}).map(([name, option]): HouseOption => ({
    name, type: typeOf(option.default), default: option.default, stricter: option.stricter ?? null, about: option.about ?? '',
  }));
  const search = parseSearch(node, data, options, mistakes);
  if (search === null || languages === undefined) return null;
  if (search.by === 'query' && languages === null) {
    mistakes.report(nodeAt(node, ['languages']).node.place, { code: 'query-needs-languages', id });
  }
  return {
    id,
    place,
    title: data.title,
    about: data.about ?? data.title,
    advice: data.advice ?? '',
    message: data.message,
    tags: data.tags ?? [],
    confidence: data.confidence ?? 'likely',
    languages,
    search,
    replace: data.replace ?? null,
    options,
    examples: parseExamples(node, data, languages),
  };
}

function typeOf(value: OptionData['default']): HouseOption['type'] {
  if (Array.isArray(value)) return 'list';
  return typeof value as 'number' | 'boolean' | 'string';
}

/** Null for all languages; undefined if one is unknown, which has been reported. */
function parseLanguages(node: YamlNode, languages: readonly string[], mistakes: Mistakes): HouseRule['languages'] | undefined {
  if (languages.includes('*')) return null;
  const known = LANGUAGES.map(({ id }) => id);
  const list = nodeAt(node, ['languages']).node;
  let isKnown = true;
  languages.forEach((language, index) => {
    if (known.includes(language)) return;
    isKnown = false;
    mistakes.reportUnknown(
      nodeAt(list, [index]).node.place, { code: 'unknown-language', language, near: nearName(language, known) },
    );
  });
  return isKnown ? languages : undefined;
}

function parseSearch(node: YamlNode, data: RuleData, options: readonly HouseOption[], mistakes: Mistakes): HouseSearch | null {
  if ((data.query === undefined) === (data.pattern === undefined)) {
    mistakes.report(node.keyPlace ?? node.place, { code: 'query-or-pattern', both: data.query !== undefined });
    return null;
  }
  if (data.query !== undefined) return { by: 'query', query: data.query, place: nodeAt(node, ['query']).node.place };
  const pattern = data.pattern as string;
  const { place } = nodeAt(node, ['pattern']).node;
  try {
    compileExpression(pattern, Object.fromEntries(options.map((option) => [option.name, option.default])));
  } catch (error) {
    mistakes.report(place, {
      code: 'bad-expression',
      detail: error instanceof Error ? error.message.replace(/^error parsing regexp: /, '') : String(error),
    });
    return null;
  }
  return { by: 'pattern', pattern, place };
}

function parseExamples(node: YamlNode, { examples = {} }: RuleData, languages: HouseRule['languages']): HouseExample[] {
  return (['good', 'bad'] as const).flatMap((kind) => (examples[kind] ?? []).map((example, index): HouseExample => ({
    kind,
    language: (typeof example === 'string' ? undefined : example.language) ?? languages?.[0] ?? 'text',
    code: typeof example === 'string' ? example : example.code,
    place: nodeAt(node, ['examples', kind, index]).node.place,
  })));
}
