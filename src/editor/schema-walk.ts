import type { JsonSchema } from '../core/layers/json-schema.js';

/** The parts of a schema that may hold at one place. */
export type SchemaWalk = readonly JsonSchema[];

/** The parts of a schema that hold at a path: keys of mappings, and `*` for an item of a list. */
export function nodesAt(schema: JsonSchema, path: readonly string[]): SchemaWalk {
  return path.reduce<SchemaWalk>(
    (nodes, step) => nodes.flatMap((node) => branchesOf(stepInto(node, step), schema)), branchesOf(schema, schema),
  );
}

/** What the schema says about the last step of a path; null if nothing. */
export function descriptionAt(schema: JsonSchema, path: readonly string[]): string | null {
  const last = path.at(-1);
  if (last === undefined) return null;
  for (const node of nodesAt(schema, path.slice(0, -1))) {
    const own = stepInto(node, last);
    const described = own?.['description'] ?? branchesOf(own, schema)[0]?.['description'];
    if (typeof described === 'string') return described;
  }
  return null;
}

function stepInto(node: JsonSchema, step: string): JsonSchema | undefined {
  if (step === '*' && node['items'] !== undefined) return node['items'] as JsonSchema;
  const properties = (node['properties'] ?? {}) as Readonly<Record<string, JsonSchema>>;
  if (Object.hasOwn(properties, step)) return properties[step];
  const patterns = Object.entries((node['patternProperties'] ?? {}) as Readonly<Record<string, JsonSchema>>);
  return patterns.find(([pattern]) => new RegExp(pattern, 'u').test(step))?.[1];
}

/** A part with its references followed and its alternatives apart. */
function branchesOf(node: JsonSchema | undefined, schema: JsonSchema): SchemaWalk {
  if (node === undefined) return [];
  if (typeof node['$ref'] === 'string') {
    const named = (schema['$defs'] as Readonly<Record<string, JsonSchema>>)[node['$ref'].slice('#/$defs/'.length)];
    // What stands beside a reference is about this place.
    return branchesOf(
      named === undefined
        ? undefined
        : { ...named, ...(node['description'] !== undefined && { description: node['description'] }) },
      schema,
    );
  }
  const alternatives = (node['anyOf'] ?? node['oneOf']) as readonly JsonSchema[] | undefined;
  return alternatives === undefined || alternatives.every((one) => 'required' in one && Object.keys(one).length === 1)
    ? [node]
    : alternatives.flatMap((one) => branchesOf(one, schema));
}
