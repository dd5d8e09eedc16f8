import type { PresetReport, PresetSummary } from '../../core/cascade/preset-report.js';
import type { Statement, TrailEntry } from '../../core/model/statement.js';

/** `elvar-presets/1`. */
export function presetsJson(presets: readonly PresetSummary[]): object {
  return { format: 'elvar-presets/1', presets };
}

/** `elvar-preset/1`. */
export function presetJson({ reference, title, about, layers, rules, zones }: PresetReport): object {
  const decided = [...rules.decisions.values()].filter(({ trail }) => trail.length > 1);
  return {
    format: 'elvar-preset/1',
    reference,
    title,
    about,
    layers: layers.map(({ id, title: own, file }) => ({ id, title: own, file })),
    rules: Object.fromEntries(decided.map(({ rule, level, by, options, trail }) => [rule, {
      level,
      by: placeOf((trail[by] as TrailEntry).statement),
      options: Object.fromEntries(Object.entries(options)
        .map(([name, option]) => [name, { value: option.value, by: placeOf((trail[option.by] as TrailEntry).statement) }])),
    }])),
    zones: zones.map(({ zone, statements }) => ({
      name: zone.name,
      file: zone.place.file,
      line: zone.place.line,
      match: zone.match?.map(({ value }) => value) ?? null,
      except: zone.except.map(({ value }) => value),
      languages: zone.languages,
      rulings: statements.map((statement) => ({
        kind: statement.kind,
        selector: statement.selector,
        level: statement.level?.value ?? null,
        options: Object.fromEntries(statement.options.map(({ name, value }) => [name, value])),
        ...placeOf(statement),
      })),
    })),
  };
}

function placeOf({ place }: Statement): object | null {
  return place === null ? null : { file: place.file, line: place.line };
}
