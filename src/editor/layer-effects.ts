import { findingsBrought, keyOf, layerEffects, type GuardEffect, type StatementEffect } from '../core/impact/layer-effects.js';
import { filesReached, zoneEffects, type LayerPart } from '../core/impact/zone-effects.js';
import type { CheckReport } from '../core/inspect/check-report.js';
import type { ResolveReport } from '../core/cascade/resolve-report.js';
import type { Place } from '../core/base/place.js';
import type { LayerFile } from '../core/model/layer.js';
import { formatSource } from '../formats/text/origin.js';
import { visible } from '../formats/text/visible.js';
import { count } from '../formats/text/words.js';

/** What a part of a layer file does, as a person reads it. */
export interface ShownEffect {
  readonly part: LayerPart;
  /** Where the part is; a guard is a part of its ruling. */
  readonly place: Place;
  /** The line that it is shown at, from 1. */
  readonly line: number;
  readonly label: string;
  /** More about it, in whole sentences; empty if there is no more. */
  readonly details: string;
}

/** What a layer file, its statements, guards and zones do. @param checked what is found in the project; null if nobody knows. */
export function shownEffects(layer: LayerFile, { files, catalog }: ResolveReport, checked: CheckReport | null): ShownEffect[] {
  const effects = layerEffects(files, layer.file, catalog);
  const ofStatements = checked === null ? null : findingsBrought(checked, layer.file);
  const ofZones = checked === null ? null : findingsBrought(checked, layer.file, 'zone');
  const brought = (known: ReadonlyMap<string, number> | null, place: Place): string => (known === null
    ? ''
    : ` · ${count(known.get(keyOf(place)) ?? 0, 'finding')}`);
  const all = ofStatements === null
    ? ''
    : ` · ${count([...ofStatements.values()].reduce((sum, one) => sum + one, 0), 'finding')}`;
  const first: Place = { file: layer.file, line: 1, column: 1, length: 1 };
  return [
    ...(effects.length === 0
      ? []
      : [{
        part: 'file' as const,
        place: first,
        line: 1,
        label:
          `this file decides for ${filesReached(files, 'file', first, catalog).length} of ${count(files.length, 'file')}${all}`,
        details: '',
      }]),
    ...effects.flatMap((effect): ShownEffect[] => {
      const guard = effect.guard !== null && effect.guard.place.line === effect.place.line ? `; ${guardText(effect.guard)}` : '';
      const details = [...effect.hindrances.map(hindranceText), ...(guard === '' ? [] : refusalTexts(effect.guard))];
      const own: ShownEffect = {
        part: 'statement',
        place: effect.place,
        line: effect.place.line,
        label: visible(`${effectText(effect)}${guard}${brought(ofStatements, effect.place)}`),
        details: details.map(visible).join('\n'),
      };
      return effect.guard === null || guard !== '' ? [own] : [own, {
        ...own,
        line: effect.guard.place.line,
        label: guardText(effect.guard),
        details: refusalTexts(effect.guard).map(visible).join('\n'),
      }];
    }),
    ...zoneEffects(files, layer).map(({ place, files: number }): ShownEffect => ({
      part: 'zone',
      place,
      line: place.line,
      label: `${number === 0 ? 'matches no file' : `holds in ${count(number, 'file')}`}${brought(ofZones, place)}`,
      details: '',
    })),
  ];
}

/** What a statement does, in a few words. */
export function effectText({ reached, deciding, hindrances }: StatementEffect): string {
  const decided = deciding === reached ? (reached === 1 ? 'decides for 1 file' : `decides for all ${reached} files`)
    : deciding === 0 ? `decides nothing in ${count(reached, 'file')}`
    : `decides for ${deciding} of ${count(reached, 'file')}`;
  const [first, ...others] = hindrances;
  // Of a ruling that decides everywhere, only a part can be in somebody's way: its level, say, while its guard holds.
  const how = `${deciding === reached ? 'partly ' : ''}${SHORT[first?.kind ?? 'overruled']}`;
  return first === undefined ? decided : `${decided}, ${how} in ${first.files}${others.length === 0 ? '' : ' and more'}`;
}

const SHORT: Readonly<Record<StatementEffect['hindrances'][number]['kind'], string>> = {
  refused: 'refused', overruled: 'overridden', lowered: 'lowered', expired: 'expired', 'cut-off': 'cut off',
};

/** What is in a statement's way, in a sentence. */
export function hindranceText({ kind, by, files }: StatementEffect['hindrances'][number]): string {
  const who = by === null ? '' : formatSource(by);
  const where = `In ${count(files, 'file')} it is`;
  switch (kind) {
    case 'refused':
      return `${where} refused by the ${by?.guard?.value} guard in ${who}.`;
    case 'overruled':
      return `${where} overridden by ${who}, which comes later.`;
    case 'lowered':
      return `${where} lowered to ${by?.level?.value} by the at-most in ${who}.`;
    case 'expired':
      return `${where} expired: its last day has passed.`;
    case 'cut-off':
      return `${where} cut off: an inner layer does not inherit.`;
  }
}

/** What a guard does, in a few words. */
export function guardText({ protecting, refused, refusing }: GuardEffect): string {
  const held = protecting === 0 ? 'guards nothing' : `guards ${count(protecting, 'file')}`;
  return refused.length === 0
    ? `${held}, refuses nothing`
    : `${held}, refuses ${count(refused.length, 'later ruling')} in ${refusing}`;
}

/** The most refused statements that are named. */
const MOST_NAMED = 8;

/** What a guard refuses, in sentences. */
export function refusalTexts(guard: GuardEffect | null): string[] {
  if (guard === null || guard.refused.length === 0) return [];
  const named = guard.refused.slice(0, MOST_NAMED).map(formatSource);
  const rest = guard.refused.length - named.length;
  return [`The guard refuses ${named.join(', ')}${rest === 0 ? '' : ` and ${rest} more`}.`];
}
