import type { Explanation } from '../../core/cascade/explanation.js';
import type { Decision, LayerInstance, TrailEntry } from '../../core/model/statement.js';
import { LEVELS } from '../../core/model/level.js';
import { compareRules } from '../../core/compare/compare-rules.js';
import { isInForce } from '../../core/cascade/in-force.js';
import type { LineAuthors } from '../../core/history/line-authors.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { deciderText, sourceAt } from '../../formats/text/decision.js';
import { formatLayer, formatValue, formatZone } from '../../formats/text/origin.js';
import { levelAuthor } from '../../formats/text/author.js';
import { whyNotChecked } from './skipped.js';
import type { RuleId } from '../../core/model/rule.js';
import { count, listed, table, wrap } from './table.js';

/** A part of the rules that a question is about. */
interface RuleFamily {
  /** As it was typed. */
  readonly selector: string;
  readonly rules: ReadonlySet<RuleId>;
}

/**
 * The rule set of a path: the rules in force with the decision behind each, and the layers that apply.
 * @param family the rules asked for; null for all.
 */
export function viewExplainPath(
  explanation: Explanation, family: RuleFamily | null, columns: number, style: Style, authors: LineAuthors | null = null,
): string {
  const { layers, language, catalog, rules: { decisions } } = explanation;
  const all = [...decisions.values()].filter(({ rule }) => family === null || family.rules.has(rule));
  const inForce = all.filter((decision) => isInForce(decision, language, catalog)).sort(compareDecisions);
  const on = all.filter((decision) => decision.level !== 'off' && !inForce.includes(decision));
  const own = new Set(compareRules(explanation.everywhere, explanation.rules, catalog).map(({ rule }) => rule));
  const [ofItsOwn, shared] = [inForce.filter(({ rule }) => own.has(rule)), inForce.filter(({ rule }) => !own.has(rule))];
  const row = (decision: Decision): string[] => ruleRow(decision, authors, style);
  const lines = [...headLines(explanation, inForce.length, ofItsOwn.length, family, style)];
  if (ofItsOwn.length > 0) lines.push('', "Different from the root's rules:", ...table(ofItsOwn.map(row)));
  if (shared.length > 0) lines.push('', "The same as the root's rules, outside every zone:", ...table(shared.map(row)));
  if (on.length > 0) {
    lines.push('', ...wrap(
      `Turned on, but not applicable to ${language ?? 'a file in no known language'}: ${listed(on.map(({ rule }) => rule))}.`,
      columns,
      '',
    ));
  }
  const off = all.filter(({ level }) => level === 'off');
  const turnedOff = off.filter(({ by, rule }) => by > 0 || own.has(rule));
  if (turnedOff.length > 0) {
    lines.push('', 'Turned off here:', ...table(turnedOff.map(row)));
  }
  const never = off.length - turnedOff.length;
  if (never > 0) {
    const rules = family === null
      ? count(never, 'more rule')
      : listed(off.filter((decision) => !turnedOff.includes(decision)).map(({ rule }) => rule));
    lines.push('', `Off, since no layer turns ${never === 1 ? 'it' : 'them'} on: ${rules}.`);
  }
  lines.push('', 'Layers that hold here, lowest first:', ...layerRows(layers, all, style));
  return `${lines.join('\n')}\n`;
}

/** The answer in one line, and facts about the path. */
function headLines(
  explanation: Explanation, inForce: number, ofItsOwn: number, family: RuleFamily | null, style: Style,
): string[] {
  const { language, skipped } = explanation;
  const path = visible(explanation.path);
  if (language === null) {
    return [style.strong(`${path} is of no known language, so no rule is in force for it.`), stateOfPath(explanation)];
  }
  const rules = family === null
    ? count(inForce, 'rule')
    : `${inForce} of ${count(family.rules.size, 'rule')} in ${visible(family.selector)}`;
  const verb = inForce === 1 ? 'is' : 'are';
  const difference = inForce === 0 ? ''
    : ofItsOwn === 0 ? ", set as in the root's rules"
    : `; ${ofItsOwn} ${ofItsOwn === 1 ? 'differs' : 'differ'} from the root's rules`;
  if (skipped !== null) return [
    style.strong(`${path} is not checked: ${whyNotChecked(skipped)}.`),
    `${language} · if it were checked, ${rules} would be in force${difference}.`,
  ];
  return [style.strong(`${rules} ${verb} in force for ${path}${difference}.`), stateOfPath(explanation)];
}

/** The path, its language, and whether it is checked. */
export function explainedPath(explanation: Explanation, style: Style): string {
  return `${style.name(visible(explanation.path))} · ${stateOfPath(explanation)}`;
}

function stateOfPath({ language, exists, skipped }: Explanation): string {
  const state = skipped !== null
    ? `not checked: ${whyNotChecked(skipped)}`
    : exists ? 'checked' : 'does not exist yet; a file of this name would be checked';
  return `${language ?? 'no known language'} · ${state}`;
}

function compareDecisions(a: Decision, b: Decision): number {
  return LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level) || (a.rule < b.rule ? -1 : 1);
}

function ruleRow(decision: Decision, authors: LineAuthors | null, style: Style): string[] {
  const { by, options, trail } = decision;
  const { statement } = trail[by] as TrailEntry;
  // Say so if another line decided an option: the reason beside it belongs to the level.
  const values = Object.entries(options).filter(([, option]) => option.by > 0)
    .map(([name, option]) => `${name} ${formatValue(option.value)}${option.by === by ? '' : ` (${sourceAt(trail, option.by)})`}`);
  return [
    style.level(decision.level),
    decision.rule,
    statement.kind === 'catalog' && decision.level === 'off' ? 'cut off, so the default applies' : deciderText(decision),
    values.join(' · '),
    authors === null ? '' : levelAuthor(statement, authors),
    style.faint(visible(statement.because ?? statement.zone?.because ?? '')),
  ];
}

function layerRows(layers: Explanation['layers'], decisions: readonly Decision[], style: Style): string[] {
  return table(layers.map(
    (layer) => [style.name(formatLayer(layer)), whatLayerDoes(layer, decisions), style.faint(visible(layer.title ?? ''))],
  ));
}

function whatLayerDoes(layer: LayerInstance, decisions: readonly Decision[]): string {
  if (layer.kind === 'catalog') {
    return decisions.some(({ trail: [first], level, by }) => first !== undefined && by === 0 && level !== 'off')
      ? "Elvar's own rules off, those of other programs on"
      : 'every rule off, with default options';
  }
  const ofLayer = (entry: TrailEntry | undefined): boolean => entry?.statement.layer === layer;
  if (!decisions.some(({ trail }) => trail.some(ofLayer))) return 'says nothing about these rules here';
  const spoken = decisions.filter(({ trail }) => trail.some((entry) => ofLayer(entry) && entry.effect !== 'idle'));
  if (spoken.length === 0) return 'its at-most lowers no rule here';
  const entries = spoken.flatMap(({ trail }) => trail.filter((entry) => ofLayer(entry) && entry.effect !== 'idle'));
  if (entries.every(({ effect }) => effect === 'cut-off')) return 'cut off: an inner layer does not inherit';
  const decided = spoken.filter(({ by, options, freedomsBy, trail }) =>
    [by, ...Object.values(options).map((option) => option.by), ...Object.values(freedomsBy)].some((index) =>
      index !== null && ofLayer(trail[index])));
  const zones = [...new Set(entries.map(({ statement }) => formatZone(statement.zone)))].filter((zone) => zone !== '');
  const inZones = zones.length === 0 ? '' : ` (${listed(zones)})`;
  return `sets ${count(spoken.length, 'rule')}${inZones}, `
    + (decided.length === 0 ? fateOf(entries) : decided.length === spoken.length ? 'decides all' : `decides ${decided.length}`);
}

/** What became of the statements, none of which decides. */
function fateOf(entries: readonly TrailEntry[]): string {
  const effects = new Set(entries.map(({ effect }) => effect));
  if (effects.size > 1) return 'decides none';
  return effects.has('refused') ? 'all refused' : effects.has('expired') ? 'all expired' : 'all overridden';
}
