import type { Level } from '../../core/model/level.js';
import type { OptionValue } from '../../core/model/option.js';
import type { RulePage, RulePlaces } from '../../core/cascade/rule-page.js';
import type { Example, Rule } from '../../core/finders/rule.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import {
  chosenExamples, exampleSetting, inForceText, optionDefault, optionKind, ruleFacts,
} from '../../formats/text/rule-page.js';
import { count, listed, table, wrap } from './table.js';

/** The page of a rule: what it wants and why, examples, options, where it is in force and which line decided that. */
export function viewRulePage(page: RulePage, columns: number, style: Style): string {
  const { rule } = page;
  const wide = Math.min(columns, 100);
  const lines = [
    `${style.strong(rule.id)}   ${visible(rule.title)}.`,
    style.faint(ruleFacts(rule)),
    '',
    ...(rule.about === rule.title || rule.about === '' ? [] : wrap(visible(rule.about), wide, '  ')),
    ...(rule.advice === '' ? [] : wrap(visible(`What to do: ${rule.advice}`), wide, '  ')),
    ...(rule.foreign !== null && rule.about === '' ? [] : ['']),
    ...placesLines(page, style),
    ...clashLines(page, style),
    ...exampleLines(rule, style),
    ...optionLines(rule, style),
    ...presetLines(page, wide, style),
    ...nextLines(page, style),
  ];
  return `${lines.join('\n')}\n`;
}

/** The state in this project comes first: people open the page for it. */
function placesLines({ places, known }: RulePage, style: Style): string[] {
  const head = inForceText({ places, known });
  const silent = known - places.reduce((sum, place) => sum + place.files.length, 0);
  const rest = silent > 0 && places.length > 0 ? [[style.level('off'), count(silent, 'file'), 'no layer turns it on']] : [];
  return [style.strong(head), ...table([...places.map((place) => placeRow(place, style)), ...rest], '  '), ''];
}

function placeRow({ level, by, because, files }: RulePlaces, style: Style): string[] {
  const first = visible(files[0] ?? '');
  return [style.level(level), count(files.length, 'file'), `since ${style.name(visible(by))}`, style.faint(
    because === null ? `for example ${first}` : `because ${visible(because)}`,
  )];
}

function clashLines({ clashes }: RulePage, style: Style): string[] {
  if (clashes.length === 0) return [];
  return [...clashes.map(({ rule, files }) => (files === 0
    ? `It contradicts ${style.name(rule)}: turn on only one of the two.`
    : style.wrong(`It contradicts ${rule}, and both are in force for ${count(files, 'file')}: turn one of them off.`))), ''];
}

function exampleLines({ examples }: Rule, style: Style): string[] {
  const { good, bad } = chosenExamples(examples);
  return [
    ...(good === undefined
      ? []
      : [`Good ${style.faint(exampleSetting(good))}`, ...codeLines(good.code), ...otherLines(good, style), '']),
    ...(bad === undefined ? [] : [
      `Bad ${style.faint(exampleSetting(bad))}`,
      ...codeLines(bad.code, bad.finds),
      ...repairedLines(bad),
      ...otherLines(bad, style),
      '',
    ]),
  ];
}

function otherLines({ others = {} }: Example, style: Style): string[] {
  return Object.entries(others).flatMap(([name, code]) => [style.faint(`  beside it, ${visible(name)}:`), ...codeLines(code)]);
}

function repairedLines({ repaired, code }: Example): string[] {
  return repaired === undefined || repaired === code ? [] : ['  repaired:', ...codeLines(repaired)];
}

function codeLines(code: string, finds: readonly string[] = []): string[] {
  const found = new Set(finds.map((told) => Number(told.split(':')[0])));
  return code.replace(/\r?\n$/, '')
    .split(/\r?\n/)
    .map((line, index) => `  ${found.has(index + 1) ? '▸' : ' '} ${line.split('\t').map(visible).join('→   ')}`.trimEnd());
}

function optionLines({ options }: Rule, style: Style): string[] {
  const entries = Object.entries(options);
  if (entries.length === 0) return [];
  const rows = entries.map(
    ([name, option]) => [style.name(name), optionDefault(option.default), optionKind(option), style.faint(visible(option.about))],
  );
  return ['Options and their defaults', ...table(rows), ''];
}

function presetLines({ presets, rule }: RulePage, columns: number, style: Style): string[] {
  if (rule.house !== null || rule.foreign !== null) return [];
  const told = presets.map(
    ({ reference, level, zone }) => `${reference} ${style.level(level)}${zone === null ? '' : ` (zone ${zone})`}`,
  );
  return [
    ...wrap(presets.length === 0 ? 'No built-in preset sets it.' : `Built-in presets that set it: ${listed(told)}.`, columns, ''),
    '',
  ];
}

/** Its level in most files; off if nothing turns it on. */
function usualLevel({ places }: RulePage): Level {
  const counts = new Map<Level, number>();
  for (const { level, files } of places) counts.set(level, (counts.get(level) ?? 0) + files.length);
  return [...counts].sort(([, a], [, b]) => b - a)[0]?.[0] ?? 'off';
}

/** The likely next step: turn the rule on, tighten it, or keep it as it is. */
function nextLines(page: RulePage, style: Style): string[] {
  const { rule: { id, options } } = page;
  const level = usualLevel(page);
  const next = { off: 'warning', note: 'warning', warning: 'error', error: null }[level];
  const [tuned] = Object.entries(options).filter(([, option]) => typeof option.default !== 'object');
  const option = tuned === undefined
    ? []
    : [`    elvar impact --set '${id}.${tuned[0]}=${yamlValue(tuned[1].default)}'   ${style.faint(`with another ${tuned[0]}`)}`];
  if (next === null) {
    return [
      'It is an error already. To see what another level would do',
      `    elvar impact --set '${id}=warning'`,
      ...option,
      'To stop other files from weakening it',
      `    elvar set ${id} error --guard no-weaker --because '…'`,
    ];
  }
  return [
    level === 'off' ? 'Try it: what it would find, and where' : `Tighten it: what ${next} would do`,
    `    elvar impact --set '${id}=${next}'`,
    ...option,
    'Keep it, in elvar.yaml', `    elvar set ${id} ${next} --because '…'`,
  ];
}

function yamlValue(value: OptionValue): string {
  if (typeof value !== 'object') return typeof value === 'string' ? JSON.stringify(value) : String(value);
  return value.length > 3 ? '[…]' : `[${value.map((item) => JSON.stringify(item)).join(', ')}]`;
}
