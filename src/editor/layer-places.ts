import path from 'node:path';
import { SymbolKind, type DocumentSymbol, type Location } from 'vscode-languageserver';
import type { Place } from '../core/base/place.js';
import type { Adoption, LayerFile, Ruling } from '../core/model/layer.js';
import { formatSelector } from '../core/model/selector.js';
import { PRESET_FOLDER } from '../host/layers/built-in-presets.js';
import { pathToFileURL } from 'node:url';
import type { Positions } from './positions.js';
import type { Uris } from './uris.js';

/** All rulings of a layer file, those of its zones too. */
function rulingsOf({ rulings, zones }: LayerFile): Ruling[] {
  return [...rulings, ...zones.flatMap((zone) => zone.rulings)];
}

function isThere({ line, column, length }: Place, at: { readonly line: number; readonly column: number }): boolean {
  return line === at.line && column <= at.column && at.column <= column + length;
}

/** The preset that is adopted at a place, as the file it is; null if none is, or it is on another machine. */
export function presetAt(
  layer: LayerFile, at: { readonly line: number; readonly column: number }, root: string,
): Location | null {
  const adoptions: readonly Adoption[] = [...layer.presets, ...layer.zones.flatMap(({ presets }) => presets)];
  const reference = adoptions.find(({ place }) => isThere(place, at))?.reference;
  const file = reference?.kind === 'built-in' ? path.join(PRESET_FOLDER, `${reference.name}.yaml`)
    : reference?.kind === 'file' ? path.resolve(root, path.dirname(layer.file), reference.path)
    : null;
  return file === null
    ? null
    : { uri: pathToFileURL(file).href, range: { start: { line: 0, character: 0 }, end: { line: 0, character: 0 } } };
}

/** The selector of the ruling at a place; null if there is none. */
export function selectorAt(layer: LayerFile, at: { readonly line: number; readonly column: number }): string | null {
  const ruling = rulingsOf(layer).find(({ place }) => isThere(place, at));
  return ruling === undefined ? null : formatSelector(ruling.selector);
}

/** All rulings of the project with one selector. */
export function rulingsWith(selector: string, layers: readonly LayerFile[], uris: Uris): Location[] {
  return layers.flatMap((layer) => rulingsOf(layer)
    .filter((ruling) => formatSelector(ruling.selector) === selector)
    .map(({ place: { line, column, length } }) => ({
      uri: uris.of(layer.file), range: {
        start: { line: line - 1, character: column - 1 }, end: { line: line - 1, character: column - 1 + length },
      },
    })));
}

/** What a layer file consists of. */
export function symbolsOf({ rulings, zones, presets, houseRules }: LayerFile, positions: Positions): DocumentSymbol[] {
  const symbol = (
    name: string, kind: SymbolKind, { line, column, length }: Place, children: DocumentSymbol[] = [],
  ): DocumentSymbol => {
    const range = { start: positions.placeAt(line, column), end: positions.placeAt(line, column + length) };
    return {
      name,
      kind,
      range: children.reduce((whole, child) => ({ start: whole.start, end: child.range.end }), range),
      selectionRange: range,
      children,
    };
  };
  const ofRuling = ({ selector, place, level }: Ruling): DocumentSymbol => ({
    ...symbol(formatSelector(selector), SymbolKind.Property, place), ...(level !== null && { detail: level.value }),
  });
  const byLine = (some: readonly Ruling[]): Ruling[] =>
    some.toSorted((a, b) => a.place.line - b.place.line || a.place.column - b.place.column);
  return [
    ...presets.map(({ reference, place }) => symbol(reference.text, SymbolKind.Module, place)),
    ...byLine(rulings).map(ofRuling),
    ...zones.map(({ name, place, rulings: own }) =>
      symbol(name ?? `zone on line ${place.line}`, SymbolKind.Namespace, place, byLine(own).map(ofRuling))),
    ...houseRules.map(({ id, place }) => symbol(id, SymbolKind.Function, place)),
  ].sort((a, b) => a.range.start.line - b.range.start.line);
}
