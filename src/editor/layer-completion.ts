import { CompletionItemKind, type CompletionItem, type MarkupContent } from 'vscode-languageserver';
import type { JsonSchema } from '../core/layers/json-schema.js';
import { escaped } from '../formats/markdown/safe.js';
import { contextAt } from './layer-context.js';
import { nodesAt, type SchemaWalk } from './schema-walk.js';
import type { Positions } from './positions.js';

/**
 * What can be typed at a place in a layer file: keys, selectors, levels, options, presets.
 * @param schema of the project's layer files.
 */
export function completionsAt(text: string, offset: number, schema: JsonSchema, positions: Positions): CompletionItem[] {
  const context = contextAt(text, offset);
  const range = { start: positions.positionAt(context.start), end: positions.positionAt(offset) };
  const walk = nodesAt(schema, context.path);
  const items = [
    ...(context.at === 'value' ? [] : keysOf(walk)
      .filter(({ name }) => !context.siblings.includes(name))
      .map(({ name, node }) => item(name, node, `${quoted(name)}: `, CompletionItemKind.Property))),
    ...(context.at === 'key' ? [] : valuesOf(walk).map(({ name, node }) =>
      item(name, node, node['type'] === 'boolean' ? name : quoted(name), CompletionItemKind.Value))),
  ];
  return items.map((own, order) => ({
    ...own, sortText: String(order).padStart(4, '0'), textEdit: { range, newText: own.insertText as string },
  }));
}

function item(name: string, node: JsonSchema, insertText: string, kind: CompletionItemKind): CompletionItem {
  const about = typeof node['description'] === 'string' ? node['description'] : '';
  const documentation: MarkupContent = { kind: 'markdown', value: escaped(about) };
  return {
    label: name, kind, filterText: insertText, insertText, ...(about !== '' && { documentation, detail: firstSentence(about) }),
  };
}

function firstSentence(text: string): string {
  return /^.*?\.(?= |$)/.exec(text)?.[0] ?? text;
}

/** A name as YAML 1.2 wants it: some would mean something else without quotes. */
function quoted(name: string): string {
  return /^[*&!|>%@`"'#,[\]{}?-]|: |^(?:true|false|null|~)$|^$/.test(name) ? JSON.stringify(name) : name;
}

/** The keys that the schema knows there. */
function keysOf(nodes: SchemaWalk): { readonly name: string; readonly node: JsonSchema }[] {
  return nodes.flatMap((node) =>
    Object.entries((node['properties'] ?? {}) as Record<string, JsonSchema>).map(([name, own]) => ({ name, node: own })));
}

/** The values that the schema knows there. */
function valuesOf(nodes: SchemaWalk): { readonly name: string; readonly node: JsonSchema }[] {
  return nodes.flatMap((node) => {
    const values = node['enum'] ?? node['examples'] ?? (node['type'] === 'boolean' ? [true, false] : []);
    return (values as unknown[]).map((value) => ({ name: String(value), node }));
  });
}
