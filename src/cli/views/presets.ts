import type { PresetReport, PresetSummary } from '../../core/cascade/preset-report.js';
import type { TrailEntry } from '../../core/model/statement.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { formatChanges, formatLayer, formatOptions, formatOrigin } from '../../formats/text/origin.js';
import { count, table } from './table.js';

/** The built-in presets, and what each is for. */
export function viewPresets(presets: readonly PresetSummary[], style: Style): string {
  const rows = presets.map(({ reference, about }) => [style.name(reference), about ?? '']);
  return `${[style.strong(`${count(presets.length, 'preset')} are built in.`), '', ...table(rows)].join('\n')}\n`;
}

/** One preset with everything it adopts merged, and the line that decided each rule. */
export function viewPreset({ reference, title, about, layers, rules, zones }: PresetReport, style: Style): string {
  const decided = [...rules.decisions.values()].filter(({ trail }) => trail.length > 1);
  const on = decided.filter(({ level }) => level !== 'off');
  const lines = [
    `${style.strong(`${visible(reference)} turns ${count(on.length, 'rule')} on.`)}`
      + `${title === null ? '' : `  ${visible(title)}`}`,
    ...(about === null ? [] : [style.faint(visible(about))]),
    '',
    ...table(decided.map(({ rule, level, by, options, trail }) => [
      style.level(level),
      rule,
      style.faint(formatOrigin((trail[by] as TrailEntry).statement)),
      formatOptions(Object.fromEntries(
        Object.entries(options).filter(([, option]) => option.by > 0).map(([name, { value }]) => [name, value]),
      )),
    ])),
  ];
  for (const { zone, layer, statements } of zones) {
    const patterns = zone.match === null ? 'every file' : zone.match.map(({ value }) => visible(value)).join(' ');
    lines.push('', `In zone ${zone.name === null ? `of line ${zone.place.line}` : visible(zone.name)} of `
      + `${style.name(formatLayer(layer))}, for ${patterns}`);
    lines.push(...table(statements.map(({ kind, selector, level, options, place }) => [
      level === null ? '' : style.level(level.value),
      kind === 'at-most' ? 'at-most' : selector ?? '',
      style.faint(place === null ? '' : `line ${place.line}`),
      formatChanges(options),
    ])));
  }
  if (layers.length > 1) lines.push(
    '', 'Made of, lowest first:', ...table(layers.map((layer) => [style.name(formatLayer(layer)), visible(layer.title ?? '')])),
  );
  return `${lines.join('\n')}\n`;
}
