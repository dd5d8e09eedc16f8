import { optionType } from '../../core/catalog/catalog.js';
import type { ForeignRule } from '../../core/model/foreign-rule.js';
import type { OptionDeclaration, OptionValue } from '../../core/model/option.js';
import type { RulePage } from '../../core/cascade/rule-page.js';
import type { Example, Rule } from '../../core/finders/rule.js';
import { formatValue } from './origin.js';
import { visible } from './visible.js';
import { count, listed } from './words.js';
import { languagesOf, ownLanguagesOf } from '../../core/catalog/rule-languages.js';

/** How sure a rule is, whether it repairs, its languages and tags; of another program's rule, what that program says. */
export function ruleFacts(rule: Rule): string {
  if (rule.foreign !== null) return foreignFacts(rule.foreign);
  const languages = ownLanguagesOf(rule);
  const around = languagesOf(rule).filter((language) => !languages.includes(language));
  const parts = [
    `${rule.confidence} confidence`,
    rule.repairs === 'safe' ? 'can repair findings'
      : rule.repairs === 'offered' ? 'offers repairs that need a look'
      : 'repaired by hand',
    languages[0] === '*'
      ? 'every language'
      : `${languages.join(' ')}`
        + `${around.length === 0 ? '' : `, and inside ${around.join(', ').replace(/, ([^,]*)$/, ' and $1')}`}`,
    rule.tags.map((tag) => `tag:${tag}`).join(' '),
  ];
  const declared = rule.house === null ? [] : [`declared in ${visible(rule.house.place.file)}:${rule.house.place.line}`];
  return [...parts, ...declared].filter((part) => part !== '').join(' · ');
}

/** Of another program's rule only what that program says is known. */
function foreignFacts({ ownIds, level, address }: ForeignRule): string {
  const ids = ownIds.length === 0
    ? 'in no log that is read today'
    : `found by another program, which calls it ${listed(ownIds.map(visible))}`;
  return [ids, `${level} by default`, ...(address === null ? [] : [`more: ${visible(address)}`])].join(' · ');
}

/** For how many files of the project a rule is in force, in a sentence. */
export function inForceText({ places, known }: Pick<RulePage, 'places' | 'known'>): string {
  const on = places.filter(({ level }) => level !== 'off');
  const files = on.reduce((sum, place) => sum + place.files.length, 0);
  return known === 0 ? 'This project has no file in a language that it supports.'
    : files === 0 ? `In this project it is off for all ${count(known, 'file')} in languages it supports.`
      : `In this project it is in force for ${files === known ? 'all' : `${files} of`} ${count(known, 'file')} in languages `
        + 'it supports.';
}

/** The good and the bad example that a page shows: the bad one with its repair, if there is one. */
export function chosenExamples(
  examples: Rule['examples'],
): { readonly good: Example | undefined; readonly bad: Example | undefined } {
  const mended = examples.find(({ code, repaired }) => repaired !== undefined && repaired !== code);
  const bad = mended ?? examples.find(({ finds }) => finds.length > 0);
  const good = examples.find(({ finds, language }) => finds.length === 0 && (bad === undefined || language === bad.language));
  return { good, bad };
}

/** The language of an example, its file if others stand beside it, and its options. */
export function exampleSetting({ language, options, file, others }: Example): string {
  const set = Object.entries(options ?? {}).map(([name, value]) => `${name} ${formatValue(value)}`);
  return [language, ...(others === undefined || file === undefined ? [] : [file]), ...set].join(', ');
}

/** The default of an option. */
export function optionDefault(value: OptionValue): string {
  return Array.isArray(value) && value.length === 0 ? 'none' : formatValue(value);
}

const DIRECTIONS: Readonly<Record<string, string>> = {
  lower: 'lower is stricter', higher: 'higher is stricter', more: 'more are stricter', fewer: 'fewer are stricter',
  true: 'yes is stricter', false: 'no is stricter',
};

/** What an option may be, and which way is stricter. */
export function optionKind(option: OptionDeclaration): string {
  const { type, choices, least, most } = optionType(option);
  const range = least !== undefined && most !== undefined ? `${least} to ${most}` : '';
  const kind = {
    number: range === '' ? 'a whole number' : range,
    boolean: 'yes or no',
    string: 'text',
    choice: (choices ?? []).join(' or '),
    list: 'a list',
  }[type];
  return [kind, option.stricter === null ? '' : DIRECTIONS[option.stricter]].filter((part) => part !== '').join(', ');
}
