import type { Catalog } from '../catalog/catalog.js';
import type { LanguageId } from '../base/language.js';
import type { RuleId } from '../model/rule.js';
import { speakingZones } from '../cascade/speaking-zones.js';
import type { ResolvedFile } from '../cascade/resolve-report.js';
import type { Place } from '../base/place.js';
import type { LayerFile } from '../model/layer.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { Statement } from '../model/statement.js';
import { decidesAnything } from './ruling-outcome.js';
import { knowsLanguage } from '../catalog/rule-languages.js';

/** What one zone of a layer file does. */
interface ZoneEffect {
  readonly name: string | null;
  /** The start of the zone. */
  readonly place: Place;
  /** For how many files it says anything. */
  readonly files: number;
}

/**
 * What each zone of a layer file does, from top to bottom. Zones that say nothing at all are left out.
 * @param files all files of the project.
 */
export function zoneEffects(files: readonly ResolvedFile[], { zones }: LayerFile): ZoneEffect[] {
  const speaking = zones.filter(({ rulings, presets, atMost }) => rulings.length + presets.length > 0 || atMost !== null);
  if (speaking.length === 0) return [];
  const alike = new Map<DecidedRules, number>();
  for (const { rules } of files) alike.set(rules, (alike.get(rules) ?? 0) + 1);
  const counts = new Map<string, number>();
  for (const [rules, number] of alike) {
    for (const key of new Set([...speakingZones([rules])].map(({ place }) => placeText(place)))) {
      counts.set(key, (counts.get(key) ?? 0) + number);
    }
  }
  return speaking.map(({ name, place }) => ({ name, place, files: counts.get(placeText(place)) ?? 0 }));
}

/** A place as a text to compare. */
function placeText({ file, line, column }: Place): string {
  return `${file}:${line}:${column}`;
}

/** A part of a layer file that has an effect. */
export type LayerPart = 'statement' | 'zone' | 'file';

/**
 * The paths of the files for which a zone says anything, or a statement or a layer file decides anything.
 * @param place that of the part.
 */
export function filesReached(files: readonly ResolvedFile[], part: LayerPart, place: Place, catalog: Catalog): string[] {
  const test = part === 'zone'
    ? isOfZone(place)
    : decidesBy(({ place: own }) => own !== null && (part === 'file' ? own.file === place.file : isSame(own, place)), catalog);
  return filesOf(files, test).map(({ path }) => path);
}

function isSame(a: Place, b: Place): boolean {
  return a.file === b.file && a.line === b.line && a.column === b.column;
}

type Test = (rules: DecidedRules, language: LanguageId) => boolean;

function isOfZone(place: Place): Test {
  return (rules) => [...speakingZones([rules])].some((zone) => isSame(zone.place, place));
}

/** Rules that do not know a file's language decide nothing there. */
function decidesBy(isMeant: (statement: Statement) => boolean, catalog: Catalog): Test {
  const knows = (id: RuleId, language: LanguageId): boolean => {
    const rule = catalog.get(id);
    return rule !== undefined && knowsLanguage(rule, language);
  };
  return ({ decisions }, language) =>
    [...decisions.values()].some((decision) =>
      decision.trail.some(({ statement }, index) => isMeant(statement) && decidesAnything(decision, index))
        && knows(decision.rule, language));
}

/** Files with the same decisions, in the same language, are asked about once. */
function filesOf(files: readonly ResolvedFile[], test: Test): ResolvedFile[] {
  const known = new Map<DecidedRules, Map<LanguageId, boolean>>();
  return files.filter(({ rules, language }) => {
    let own = known.get(rules);
    if (own === undefined) known.set(rules, (own = new Map()));
    let answer = own.get(language);
    if (answer === undefined) own.set(language, (answer = test(rules, language)));
    return answer;
  });
}
