import type { Explanation } from '../../core/model/report.js';
import type { Decision, LayerInstance, TrailEntry } from '../../core/model/statement.js';
import { LEVELS } from '../../core/model/level.js';
import { compareRules } from '../../core/compare/compare-rules.js';
import { isInForce } from '../../core/cascade/in-force.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { formatLayer, formatOptions, formatOrigin, formatZone } from '../../formats/text/origin.js';
import { formatPattern } from './skipped.js';
import { count, listed, table } from './table.js';

/** The rule set of a path: the rules in force with who decided each, after the layers that hold there. */
export function viewExplainPath(explanation: Explanation, style: Style): string {
  const { layers, language, catalog, rules: { decisions } } = explanation;
  const all = [...decisions.values()];
  const inForce = all.filter((decision) => isInForce(decision, language, catalog)).sort(compareDecisions);
  const on = all.filter((decision) => decision.level !== 'off' && !inForce.includes(decision));
  const own = new Set(compareRules(explanation.everywhere, explanation.rules, catalog).map(({ rule }) => rule));
  const [ofItsOwn, shared] = [inForce.filter(({ rule }) => own.has(rule)), inForce.filter(({ rule }) => !own.has(rule))];
  const ownness = ofItsOwn.length === 0 ? 'all as everywhere in the project' : `${ofItsOwn.length} of them not as everywhere`;
  const lines = [
    style.strong(`${count(inForce.length, 'rule')} in force for ${visible(explanation.path)}, ${ownness}.`),
    stateOfPath(explanation),
  ];
  if (ofItsOwn.length > 0) lines.push('', 'Not as everywhere:', ...table(ofItsOwn.map((decision) => ruleRow(decision, style))));
  if (shared.length > 0) lines.push('', 'As everywhere in the project:', ...table(shared.map((decision) => ruleRow(decision, style))));
  if (on.length > 0) {
    lines.push('', `On, but not for ${language ?? 'a file of no known language'}: ${listed(on.map(({ rule }) => rule))}.`);
  }
  const off = all.filter(({ level }) => level === 'off');
  const turnedOff = off.filter(({ by, rule }) => by > 0 || own.has(rule));
  if (turnedOff.length > 0) {
    lines.push('', 'Turned off here:', ...table(turnedOff.map((decision) => ruleRow(decision, style))));
  }
  const never = off.length - turnedOff.length;
  if (never > 0) lines.push('', `Off since no layer turns ${never === 1 ? 'it' : 'them'} on: ${count(never, 'more rule')} of the catalog.`);
  lines.push('', 'Layers that hold here, the last has the last word:', ...layerRows(layers, all, style));
  return `${lines.join('\n')}\n`;
}

/** The path, its language, and whether it is checked. */
export function explainedPath(explanation: Explanation, style: Style): string {
  return `${style.name(visible(explanation.path))} · ${stateOfPath(explanation)}`;
}

function stateOfPath({ language, exists, skipped }: Explanation): string {
  const state = skipped !== null
    ? `not checked: ${skipped.reason}${skipped.by === null ? '' : ` by ${formatPattern(skipped.by)}`}`
    : exists ? 'checked' : 'does not exist yet; a file with this name would be checked';
  return `${language ?? 'no known language'} · ${state}`;
}

function compareDecisions(a: Decision, b: Decision): number {
  return LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level) || (a.rule < b.rule ? -1 : 1);
}

function ruleRow({ rule, level, by, options, trail }: Decision, style: Style): string[] {
  const { statement } = trail[by] as TrailEntry;
  const zone = formatZone(statement.zone);
  const values = Object.fromEntries(Object.entries(options).filter(([, option]) => option.by > 0).map(([name, { value }]) => [name, value]));
  return [
    style.level(level),
    rule,
    statement.kind === 'catalog' ? 'cut off, so as the catalog has it' : `${formatOrigin(statement)}${zone === '' ? '' : `, ${zone}`}`,
    formatOptions(values),
    style.faint(visible(statement.because ?? statement.zone?.because ?? '')),
  ];
}

function layerRows(layers: Explanation['layers'], decisions: readonly Decision[], style: Style): string[] {
  return table(layers.map((layer) => [style.name(formatLayer(layer)), whatLayerDoes(layer, decisions), style.faint(visible(layer.title ?? ''))]));
}

function whatLayerDoes(layer: LayerInstance, decisions: readonly Decision[]): string {
  if (layer.kind === 'catalog') return 'every rule off, with its default options';
  const ofLayer = (entry: TrailEntry | undefined): boolean => entry?.statement.layer === layer;
  const spoken = decisions.filter(({ trail }) => trail.some(ofLayer));
  if (spoken.length === 0) return 'says nothing about this file';
  const entries = spoken.flatMap(({ trail }) => trail.filter(ofLayer));
  if (entries.every(({ effect }) => effect === 'cut-off')) return 'cut off: a layer further in inherits nothing';
  const decided = spoken.filter(({ by, options, trail }) =>
    [by, ...Object.values(options).map((option) => option.by)].some((index) => ofLayer(trail[index])));
  const zones = [...new Set(entries.map(({ statement }) => formatZone(statement.zone)))].filter((zone) => zone !== '');
  const inZones = zones.length === 0 ? '' : ` (${listed(zones)})`;
  return `speaks of ${count(spoken.length, 'rule')}${inZones}, decides ${decided.length === 0 ? 'none' : decided.length}`;
}
