import type { RulePage } from '../../core/cascade/rule-page.js';
import type { Example } from '../../core/finders/rule.js';
import { chosenExamples, exampleSetting, inForceText, optionDefault, optionKind, ruleFacts } from '../text/rule-page.js';
import { count } from '../text/words.js';
import { code, codeInCell, escaped } from './safe.js';

/** The most decisions that are listed. */
const MOST_PLACES = 20;

/** The page of a rule in Markdown: what it wants and why, where it is in force and who decided that, examples, options. */
export function rulePageMarkdown(page: RulePage): string {
  const { rule } = page;
  const { good, bad } = chosenExamples(rule.examples);
  return [
    `# ${escaped(rule.id)}`, `**${escaped(rule.title)}.** ${escaped(ruleFacts(rule))}`,
    ...(rule.about === rule.title || rule.about === '' ? [] : [escaped(rule.about)]),
    ...(rule.advice === '' ? [] : [`What to do: ${escaped(rule.advice)}`]),
    '## In this project', escaped(inForceText(page)), ...placesTable(page),
    ...(good === undefined ? [] : ['## Good', ...exampleLines(good)]),
    ...(bad === undefined ? [] : ['## Bad', ...exampleLines(bad)]),
    ...(bad?.repaired === undefined || bad.repaired === bad.code ? [] : ['Repaired:', fenced(bad.repaired, bad.language)]),
    ...optionsTable(page),
  ].join('\n\n').concat('\n');
}

function placesTable({ places }: RulePage): string[] {
  if (places.length === 0) return [];
  const rows = places.slice(0, MOST_PLACES).map(({ level, by, because, files }) =>
    `| ${level} | ${count(files.length, 'file')} | ${codeInCell(by)} | ${because === null ? '' : escaped(because)} |`);
  const rest = places.length - rows.length;
  return [
    ['| Level | Files | Decided by | Because |', '| --- | --- | --- | --- |', ...rows].join('\n'),
    ...(rest > 0 ? [`And ${rest} more.`] : []),
  ];
}

function exampleLines(example: Example): string[] {
  const others = Object.entries(example.others ?? {}).flatMap(([name, text]) => [`Beside it, ${code(name)}:`, fenced(text, '')]);
  return [escaped(exampleSetting(example)), fenced(example.code, example.language), ...others];
}

/** Code between fences that are longer than any in it (CommonMark, section 4.5). */
function fenced(text: string, language: string): string {
  const longest = Math.max(2, ...[...text.matchAll(/`+/g)].map(([run]) => run.length));
  const fence = '`'.repeat(longest + 1);
  return `${fence}${language}\n${text.replace(/\r?\n$/, '')}\n${fence}`;
}

function optionsTable({ rule: { options } }: RulePage): string[] {
  const entries = Object.entries(options);
  if (entries.length === 0) return [];
  return ['## Options', [
    '| Option | Default | May be | About |', '| --- | --- | --- | --- |',
    ...entries.map(([name, option]) =>
      `| ${code(name)} | ${codeInCell(optionDefault(option.default))} | ${escaped(optionKind(option))} | `
        + `${escaped(option.about)} |`),
  ].join('\n')];
}
