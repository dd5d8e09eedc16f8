import { CONCERN_TITLES, CONCERNS } from '../../core/model/concern.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { CatalogFilter } from '../../core/catalog/search-catalog.js';
import type { Level } from '../../core/model/level.js';
import type { Rule } from '../../core/finders/rule.js';
import type { RuleId } from '../../core/model/rule.js';
import type { Style } from '../terminal.js';
import { visible } from '../../formats/text/visible.js';
import { count, padEnd, wrap } from './table.js';
import { ownLanguagesOf } from '../../core/catalog/rule-languages.js';

/** The levels of the rules in force for one file. */
export type RuleLevels = ReadonlyMap<RuleId, Level>;

/** The rules asked for: grouped by concern or, for a search, the best match first. */
// elvar waive size/parameters because the view shows each in one place
export function viewCatalog(
  rules: readonly Rule[], filter: CatalogFilter, levels: RuleLevels | null, catalog: Catalog, columns: number, style: Style,
): string {
  const lines = [style.strong(headline(rules, filter, levels, catalog))];
  const width = Math.max(0, ...rules.map(({ id }) => id.length));
  const rows = (some: readonly Rule[]): string[] => some.flatMap((rule) => ruleRow(rule, width, levels, columns, style));
  if (rules.length === 0) return `${lines.join('\n')}\n`;
  if (filter.term !== null) lines.push('', ...rows(rules));
  else for (const concern of concernsOf(rules)) {
    lines.push(
      '',
      `${style.strong(concern)}  `
        + style.faint(CONCERN_TITLES[concern] ?? (rules.some((rule) => rule.concern === concern && rule.foreign !== null)
          ? 'what other programs found'
          : 'house rules')),
      ...rows(rules.filter((rule) => rule.concern === concern)),
    );
  }
  lines.push('', style.faint(
    '* can repair findings.   ~ offers repairs that need a look.   certain, likely, possible: how reliable its findings are.',
  ));
  return `${lines.join('\n')}\n`;
}

function headline(rules: readonly Rule[], { term }: CatalogFilter, levels: RuleLevels | null, catalog: Catalog): string {
  if (rules.length === 0) return term === null ? 'No rule matches.' : `No rule is about “${visible(term)}”.`;
  const house = catalog.rules.filter((rule) => rule.house !== null).length;
  if (levels !== null) {
    return `${count(rules.length, 'rule')} in force there${rules.length === levels.size ? '' : `, of ${levels.size}`}.`;
  }
  if (rules.length < catalog.rules.length) {
    return `${rules.length} of `
      + count(catalog.rules.length, 'rule')
      + `${term === null ? '' : ` ${rules.length === 1 ? 'is' : 'are'} about “${visible(term)}”`}.`;
  }
  const foreign = catalog.rules.filter((rule) => rule.foreign !== null).length;
  const parts = [
    house === 0 ? '' : `${house} of them ${house === 1 ? 'is a house rule' : 'are house rules'}`,
    foreign === 0 ? '' : `${foreign} ${foreign === 1 ? 'is' : 'are'} of other programs`,
  ].filter((part) => part !== '');
  return `${[count(rules.length, 'rule'), ...parts].join('; ')}.`;
}

/** The built-in concerns in their order, then those of house rules. */
function concernsOf(rules: readonly Rule[]): string[] {
  const met = [...new Set(rules.map(({ concern }) => concern))];
  const known = (CONCERNS as readonly string[]).filter((concern) => met.includes(concern));
  return [...known, ...met.filter((concern) => !known.includes(concern)).sort()];
}

/** On a narrower screen, titles go below their rules. */
const NARROW = 80;

/** If a rule knows more languages than this, only their number is shown. */
const MOST_LANGUAGES = 4;

function ruleRow(rule: Rule, width: number, levels: RuleLevels | null, columns: number, style: Style): string[] {
  const { id, title, confidence, repairs } = rule;
  const languages = ownLanguagesOf(rule);
  const told = languages[0] === '*' ? 'all'
    : languages.length > MOST_LANGUAGES ? `${languages.length} languages`
    : languages.join(' ');
  const level = levels?.get(id);
  const head = `  ${level === undefined ? '' : `${padEnd(style.level(level), 8)}`}${style.name(padEnd(id, width))} `
    + `${repairs === 'safe' ? '*' : repairs === 'offered' ? '~' : ' '} `;
  const indent = ' '.repeat(width + 5 + (level === undefined ? 0 : 8));
  if (columns < NARROW) return [head.trimEnd(), ...wrap(visible(title), columns, '      ')];
  const text = wrap(visible(title), columns - 26, indent);
  const [first = '', ...rest] = text;
  const room = Math.max(30, columns - 26 - indent.length);
  return [
    `${head}${padEnd(first.slice(indent.length), room)}  ${padEnd(style.faint(confidence), 9)} ${style.faint(told)}`.trimEnd(),
    ...rest,
  ];
}
