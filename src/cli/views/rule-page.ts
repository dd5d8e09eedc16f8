import { optionType } from '../../core/catalog/catalog.js';
import type { ForeignRule } from '../../core/model/foreign-rule.js';
import type { Level } from '../../core/model/level.js';
import type { OptionDeclaration, OptionValue } from '../../core/model/option.js';
import type { RulePage, RulePlaces } from '../../core/cascade/rule-page.js';
import type { Example, Rule } from '../../core/catalog/rule.js';
import { languagesOf, ownLanguagesOf } from '../../core/catalog/rule.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { formatValue } from '../../formats/text/origin.js';
import { count, listed, table, wrap } from './table.js';

/** The page of a rule: what it wants and why, examples, options, where it is in force and which line decided that. */
export function viewRulePage(page: RulePage, columns: number, style: Style): string {
  const { rule } = page;
  const wide = Math.min(columns, 100);
  const lines = [
    `${style.strong(rule.id)}   ${visible(rule.title)}.`,
    style.faint(facts(rule)),
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

function facts(rule: Rule): string {
  if (rule.foreign !== null) return foreignFacts(rule.foreign);
  const languages = ownLanguagesOf(rule);
  const around = languagesOf(rule).filter((language) => !languages.includes(language));
  const parts = [
    `${rule.confidence} confidence`,
    rule.repairs === 'safe' ? 'can repair findings' : rule.repairs === 'offered' ? 'offers repairs that need a look' : 'repaired by hand',
    languages[0] === '*' ? 'every language' : `${languages.join(' ')}${around.length === 0 ? '' : `, and inside ${around.join(', ').replace(/, ([^,]*)$/, ' and $1')}`}`,
    rule.tags.map((tag) => `tag:${tag}`).join(' '),
  ];
  const declared = rule.house === null ? [] : [`declared in ${visible(rule.house.place.file)}:${rule.house.place.line}`];
  return [...parts, ...declared].filter((part) => part !== '').join(' · ');
}

/** Of another program's rule only what that program says is known. */
function foreignFacts({ ownIds, level, address }: ForeignRule): string {
  const ids = ownIds.length === 0 ? 'in no log that is read today' : `found by another program, which calls it ${listed(ownIds.map(visible))}`;
  return [ids, `${level} by default`, ...(address === null ? [] : [`more: ${visible(address)}`])].join(' · ');
}

/** The state in this project comes first: people open the page for it. */
function placesLines({ places, known }: RulePage, style: Style): string[] {
  const on = places.filter(({ level }) => level !== 'off');
  const files = on.reduce((sum, place) => sum + place.files.length, 0);
  const head = known === 0 ? 'This project has no file in a language that it supports.'
    : files === 0 ? `In this project it is off for all ${count(known, 'file')} in languages it supports.`
      : `In this project it is in force for ${files === known ? 'all' : `${files} of`} ${count(known, 'file')} in languages it supports.`;
  const silent = known - places.reduce((sum, place) => sum + place.files.length, 0);
  const rest = silent > 0 && places.length > 0 ? [[style.level('off'), count(silent, 'file'), 'no layer turns it on']] : [];
  return [style.strong(head), ...table([...places.map((place) => placeRow(place, style)), ...rest], '  '), ''];
}

function placeRow({ level, by, because, files }: RulePlaces, style: Style): string[] {
  const first = visible(files[0] ?? '');
  return [style.level(level), count(files.length, 'file'), `since ${style.name(visible(by))}`, style.faint(because === null ? `for example ${first}` : `because ${visible(because)}`)];
}

function clashLines({ clashes }: RulePage, style: Style): string[] {
  if (clashes.length === 0) return [];
  return [...clashes.map(({ rule, files }) => (files === 0
    ? `It contradicts ${style.name(rule)}: turn on only one of the two.`
    : style.wrong(`It contradicts ${rule}, and both are in force for ${count(files, 'file')}: turn one of them off.`))), ''];
}

function exampleLines({ examples }: Rule, style: Style): string[] {
  const mended = examples.find(({ code, repaired }) => repaired !== undefined && repaired !== code);
  const bad = mended ?? examples.find(({ finds }) => finds.length > 0);
  const good = examples.find(({ finds, language }) => finds.length === 0 && (bad === undefined || language === bad.language));
  return [
    ...(good === undefined ? [] : [`Good ${style.faint(settingOf(good))}`, ...codeLines(good.code), '']),
    ...(bad === undefined ? [] : [`Bad ${style.faint(settingOf(bad))}`, ...codeLines(bad.code, bad.finds), ...repairedLines(bad), '']),
  ];
}

function settingOf({ language, options }: Example): string {
  const set = Object.entries(options ?? {}).map(([name, value]) => `${name} ${formatValue(value)}`);
  return [language, ...set].join(', ');
}

function repairedLines({ repaired, code }: Example): string[] {
  return repaired === undefined || repaired === code ? [] : ['  repaired:', ...codeLines(repaired)];
}

function codeLines(code: string, finds: readonly string[] = []): string[] {
  const found = new Set(finds.map((place) => Number(place.split(':')[0])));
  return code.replace(/\r?\n$/, '').split(/\r?\n/).map((line, index) => `  ${found.has(index + 1) ? '▸' : ' '} ${line.split('\t').map(visible).join('→   ')}`.trimEnd());
}

function optionLines({ options }: Rule, style: Style): string[] {
  const entries = Object.entries(options);
  if (entries.length === 0) return [];
  const rows = entries.map(([name, option]) => [style.name(name), valueText(option.default), typeText(option), style.faint(visible(option.about))]);
  return ['Options and their defaults', ...table(rows), ''];
}

function valueText(value: OptionValue): string {
  return Array.isArray(value) && value.length === 0 ? 'none' : formatValue(value);
}

const DIRECTIONS: Readonly<Record<string, string>> = {
  lower: 'lower is stricter', higher: 'higher is stricter', more: 'more are stricter', fewer: 'fewer are stricter', true: 'yes is stricter', false: 'no is stricter',
};

function typeText(option: OptionDeclaration): string {
  const { type, choices, least, most } = optionType(option);
  const range = least !== undefined && most !== undefined ? `${least} to ${most}` : '';
  const kind = { number: range === '' ? 'a whole number' : range, boolean: 'yes or no', string: 'text', choice: (choices ?? []).join(' or '), list: 'a list' }[type];
  return [kind, option.stricter === null ? '' : DIRECTIONS[option.stricter]].filter((part) => part !== '').join(', ');
}

function presetLines({ presets, rule }: RulePage, columns: number, style: Style): string[] {
  if (rule.house !== null || rule.foreign !== null) return [];
  const told = presets.map(({ reference, level, zone }) => `${reference} ${style.level(level)}${zone === null ? '' : ` (zone ${zone})`}`);
  return [...wrap(presets.length === 0 ? 'No built-in preset sets it.' : `Built-in presets that set it: ${listed(told)}.`, columns, ''), ''];
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
  const option = tuned === undefined ? [] : [`    elvar impact --set '${id}.${tuned[0]}=${yamlValue(tuned[1].default)}'   ${style.faint(`with another ${tuned[0]}`)}`];
  if (next === null) {
    return ['It is an error already. To see what another level would do', `    elvar impact --set '${id}=warning'`, ...option, 'To stop other files from weakening it', `    elvar set ${id} error --guard no-weaker --because '…'`];
  }
  return [
    level === 'off' ? 'Try it: what it would find, and where' : `Tighten it: what ${next} would do`, `    elvar impact --set '${id}=${next}'`, ...option,
    'Keep it, in elvar.yaml', `    elvar set ${id} ${next} --because '…'`,
  ];
}

function yamlValue(value: OptionValue): string {
  if (typeof value !== 'object') return typeof value === 'string' ? JSON.stringify(value) : String(value);
  return value.length > 3 ? '[…]' : `[${value.map((item) => JSON.stringify(item)).join(', ')}]`;
}
