import { speakingZones } from '../cascade/speaking-zones.js';
import { isInForce } from '../cascade/in-force.js';
import type { LanguagePatterns, LayerFile, PatternLine } from '../model/layer.js';
import { isPositive, matchesAny } from '../patterns/matches-any.js';
import type { Diagnosis, DiagnosisDetail } from './diagnosis.js';
import type { Evidence } from './evidence.js';
import { knowsLanguage, languagesOf } from '../catalog/rule-languages.js';

/** Zones, patterns and rulings that reach no file, and directories that no rule reaches. */
export function unreached(evidence: Evidence): Diagnosis[] {
  const zones = emptyZones(evidence);
  return [
    ...zones,
    ...emptyPatterns(evidence, new Set(zones.map(({ file, line }) => `${file}:${line}`))),
    ...lackingLanguages(evidence),
    ...uncheckedDirectories(evidence),
  ];
}

function emptyZones({ layers, files }: Evidence): Diagnosis[] {
  const met = new Set(
    [...speakingZones(new Set(files.map(({ rules }) => rules)))].map(({ place }) => `${place.file}:${place.line}`),
  );
  return layers.flatMap((layer) => layer.zones.filter(({ place, rulings, presets, atMost }) =>
    !met.has(`${place.file}:${place.line}`) && rulings.length + presets.length + Number(atMost !== null) > 0)
    .map(({ place, name }) =>
      diagnosis({ code: 'zone-matches-nothing', zone: name ?? `line ${place.line}` }, layer.file, place.line)));
}

/**
 * Each pattern should match some file by itself; negated patterns (`!`) are exempt. Zones that match nothing at all are reported
 * as a whole.
 */
function emptyPatterns({ layers, files, skipped, ignoreLines }: Evidence, emptyZoneLines: ReadonlySet<string>): Diagnosis[] {
  const paths = files.map(({ path }) => path);
  const deciding = new Set(skipped.flatMap(({ by }) => (by === null ? [] : [`${by.file}:${by.line} ${by.pattern}`])));
  const idle = (lines: readonly PatternLine[], where: 'ignore'): Diagnosis[] => lines
    .filter(({ value, place }) => isPositive(value)
      && !deciding.has(`${place.file}:${place.line} ${value.trimEnd()}`) && !deciding.has(`${place.file}:${place.line} ${value}`))
    .map(({ value, place }) => diagnosis({ code: 'pattern-matches-nothing', pattern: value, where }, place.file, place.line));
  const unmatched = (layer: LayerFile, lines: readonly PatternLine[], where: 'zone' | 'include' | 'language'): Diagnosis[] =>
    lines
      .filter((line) => isPositive(line.value) && !matchesAny(line, directoryOf(layer.file), paths))
      .map(({ value, place }) => diagnosis({ code: 'pattern-matches-nothing', pattern: value, where }, place.file, place.line));
  const ofLayers = layers.filter(({ role }) => role !== 'preset').flatMap((layer) => [
    ...layer.zones.filter(({ place }) => !emptyZoneLines.has(`${place.file}:${place.line}`)).flatMap(({ match, except }) =>
      unmatched(layer, [...(match ?? []).length > 1 ? match ?? [] : [], ...except], 'zone')),
    ...unmatched(layer, layer.scope.include?.patterns ?? [], 'include'),
    ...layer.languages.flatMap(({ patterns }: LanguagePatterns) => unmatched(layer, patterns, 'language')),
    ...idle(layer.scope.ignore, 'ignore'),
  ]);
  return [...ofLayers, ...idle(ignoreLines, 'ignore').map((one): Diagnosis => ({ ...one, mend: { kind: 'drop-line' } }))];
}

function directoryOf(file: string): string {
  return file.includes('/') ? file.slice(0, file.lastIndexOf('/') + 1) : '';
}

/** Rulings that turn on a rule that knows none of the project's languages. */
function lackingLanguages({ layers, files, catalog }: Evidence): Diagnosis[] {
  const present = [...new Set(files.map(({ language }) => language))];
  return layers.flatMap((layer) =>
    [...layer.rulings, ...layer.zones.flatMap(({ rulings }) => rulings)].flatMap(({ selector, level, place }) => {
      if (selector.kind !== 'rule' || level === null || level.value === 'off') return [];
      const rule = catalog.get(selector.rule);
      if (rule === undefined || present.some((language) => knowsLanguage(rule, language))) return [];
      return diagnosis(
        { code: 'language-lacking', selector: selector.rule, languages: languagesOf(rule).slice(0, 6) }, layer.file, place.line,
      );
    }));
}

/** The outermost directories with several files of parsed languages in which no rule is in force. */
function uncheckedDirectories({ files, catalog }: Evidence): Diagnosis[] {
  const counts = new Map<string, { files: number; checked: boolean }>();
  const known = new Map<string, boolean>();
  for (const { path, language, rules } of files) {
    const key = `${rules.set.id} ${language}`;
    let isChecked = known.get(key);
    if (isChecked === undefined) {
      known.set(key, (isChecked = [...rules.decisions.values()].some((decision) => isInForce(decision, language, catalog))));
    }
    for (let slash = path.indexOf('/'); slash >= 0; slash = path.indexOf('/', slash + 1)) {
      const directory = path.slice(0, slash + 1);
      const count = counts.get(directory) ?? { files: 0, checked: false };
      counts.set(directory, { files: count.files + 1, checked: count.checked || isChecked });
    }
  }
  if (files.length > 0 && [...known.values()].every((isChecked) => !isChecked)) {
    return [{
      ...diagnosis({ code: 'directory-unchecked', directory: './', files: files.length }, 'elvar.yaml', null), weight: 'problem',
    }];
  }
  const unchecked = [...counts].filter(([, { checked }]) => !checked);
  return unchecked.filter(([directory]) => !unchecked.some(([other]) => other !== directory && directory.startsWith(other)))
    .map(([directory, { files: number }]) => ({
      ...diagnosis({ code: 'directory-unchecked', directory, files: number }, directory, null), weight: 'problem' as const,
    }));
}

function diagnosis(detail: DiagnosisDetail, file: string, line: number | null): Diagnosis {
  return { detail, file, line, weight: 'advice', mend: null };
}
