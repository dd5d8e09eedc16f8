import path from 'node:path';
import type { CodeLens, CompletionItem, DocumentSymbol, Hover, InlayHint, Location } from 'vscode-languageserver';
import type { ResolveReport } from '../core/cascade/resolve-report.js';
import { layerEffects } from '../core/impact/layer-effects.js';
import { layerJsonSchema, type JsonSchema } from '../core/layers/json-schema.js';
import type { LayerFile } from '../core/model/layer.js';
import type { Catalog } from '../core/catalog/catalog.js';
import { escaped } from '../formats/markdown/safe.js';
import { builtInPresets } from '../host/layers/built-in-presets.js';
import type { FileDocument } from './documents.js';
import { LEDGER_FILE, LOCK_FILE } from '../host/files/own-files.js';
import type { ClientAbilities } from './client-abilities.js';
import { completionsAt } from './layer-completion.js';
import { MOST_FILES } from './project-learning.js';
import { contextAt } from './layer-context.js';
import { effectText, guardText, hindranceText, refusalTexts, shownEffects, type ShownEffect } from './layer-effects.js';
import { hintsOf, lensesOf } from './layer-hints.js';
import { presetAt, rulingsWith, selectorAt, symbolsOf } from './layer-places.js';
import type { ClientPosition } from './positions.js';
import { descriptionAt } from './schema-walk.js';

/** The schema of each catalog: a project has the same one until its house rules change. */
const schemas = new WeakMap<Catalog, JsonSchema>();

function schemaOf(catalog: Catalog): JsonSchema {
  let schema = schemas.get(catalog);
  if (schema === undefined) schemas.set(catalog, (schema = layerJsonSchema(catalog, builtInPresets())));
  return schema;
}

/** The path of a document relative to the root of its project. */
function ownPath({ file, project }: FileDocument): string {
  return path.relative(project.root, file).split(path.sep).join('/');
}

/**
 * What the project resolves to, as it is or as it last was right; with the document as a layer file of it, if it is one that was
 * right.
 */
function resolvedWith(own: FileDocument): { readonly report: ResolveReport; readonly layer: LayerFile | null } | null {
  const report = own.project.resolve();
  return report === null ? null : { report, layer: report.layers.find(({ file }) => file === ownPath(own)) ?? null };
}

/** Whether a document is a layer file: only there keys and rules are completed. */
export function isLayerFile({ file, project }: FileDocument): boolean {
  return path.basename(file) === 'elvar.yaml' || (/\.ya?ml$/.test(file)
    && project.workspace.session.isDecisive(file) && ![LEDGER_FILE, LOCK_FILE].includes(path.basename(file)));
}

/** What each part of a layer file does; nothing while a layer file is wrong. */
async function effectsOf(own: FileDocument): Promise<ShownEffect[]> {
  if (!isLayerFile(own) || own.project.problems().length > 0) return [];
  const { layer, report } = resolvedWith(own) ?? { layer: null };
  if (layer === null || report === undefined) return [];
  return shownEffects(layer, report, await own.project.everything(report.files.length <= MOST_FILES));
}

/** What each part of a layer file does, beside it. */
export async function hintsFor(own: FileDocument, client: ClientAbilities): Promise<InlayHint[]> {
  return hintsOf(await effectsOf(own), client, own.document.positions);
}

/** What each part of a layer file does, above it. */
export async function lensesFor(own: FileDocument, client: ClientAbilities): Promise<CodeLens[]> {
  return lensesOf(await effectsOf(own), client, own.document.uri);
}

/** What can be typed at a place. */
export function completionsFor({ document, project }: FileDocument, position: ClientPosition): CompletionItem[] {
  return completionsAt(document.text, document.positions.offsetAt(position), schemaOf(project.catalog()), document.positions);
}

/** What a key or a value means, and what a ruling does. */
export function hoverFor(own: FileDocument, position: ClientPosition): Hover | null {
  const { text, positions } = own.document;
  const offset = wordEnd(text, positions.offsetAt(position));
  const { path: around, at, typed } = contextAt(text, offset);
  const word = typed.replace(/^["']|["']$/g, '');
  const steps = at === 'value' ? around : [...around, word];
  const described = descriptionAt(schemaOf(own.project.catalog()), steps);
  const effects = effectsAt(own, position.line);
  const parts = [...(described === null ? [] : [escaped(described)]), ...effects];
  return parts.length === 0 ? null : { contents: { kind: 'markdown', value: parts.join('\n\n') } };
}

function effectsAt(own: FileDocument, line: number): string[] {
  const resolved = own.project.problems().length > 0 ? null : resolvedWith(own);
  if (resolved === null) return [];
  const effects = layerEffects(resolved.report.files, ownPath(own), resolved.report.catalog).filter(({ place }) =>
    place.line === line + 1);
  return effects.map((effect) => escaped([
    `It ${effectText(effect)}.`, ...effect.hindrances.map(hindranceText), ...(effect.guard === null
      ? []
      : [`It ${guardText(effect.guard)}.`, ...refusalTexts(effect.guard)]),
  ].join(' ')));
}

/** The end of the word that an offset is in. */
function wordEnd(text: string, offset: number): number {
  return offset + (/^[^\s:,{}[\]]*/.exec(text.slice(offset))?.[0].length ?? 0);
}

/** The file of the preset at a place; or, at a ruling, all with the same selector. */
export function definitionFor(own: FileDocument, position: ClientPosition): Location[] {
  const { layer } = resolvedWith(own) ?? { layer: null };
  if (layer === null) return [];
  const preset = presetAt(layer, placeOf(own, position), own.project.root);
  return preset === null ? referencesFor(own, position) : [preset];
}

/** All rulings of the project with the selector of the one at a place. */
export function referencesFor(own: FileDocument, position: ClientPosition): Location[] {
  const { layer, report } = resolvedWith(own) ?? { layer: null };
  const selector = layer === null ? null : selectorAt(layer, placeOf(own, position));
  return selector === null || report === undefined ? [] : rulingsWith(selector, report.layers, own.project.uris);
}

/** What a layer file consists of. */
export function symbolsFor(own: FileDocument): DocumentSymbol[] {
  const { layer } = resolvedWith(own) ?? { layer: null };
  return layer === null ? [] : symbolsOf(layer, own.document.positions);
}

/** A place with line and column from 1, the column in UTF-16 units. */
function placeOf(
  { document: { positions } }: FileDocument, { line, character }: ClientPosition,
): { readonly line: number; readonly column: number } {
  return { line: line + 1, column: positions.offsetAt({ line, character }) - positions.offsetAt({ line, character: 0 }) + 1 };
}
