import { keptUpTo } from '../../core/cascade/keeps-levels.js';
import { h, type ComponentChild } from 'preact';
import type { Catalog } from '../../core/catalog/catalog.js';
import { directoryOf } from '../../core/base/directory-of.js';
import { isInForce } from '../../core/cascade/in-force.js';
import type { ResolvedFile } from '../../core/cascade/resolve-report.js';
import { compareLevels } from '../../core/model/level.js';
import type { LanguageId } from '../../core/base/language.js';
import type { RuleId } from '../../core/model/rule.js';
import type { DecidedRules } from '../../core/model/rule-set.js';
import type { Decision } from '../../core/model/statement.js';
import type { Rule } from '../../core/finders/rule.js';
import { deciderText } from '../text/decision.js';
import { visible } from '../text/visible.js';
import { count, listed } from '../text/words.js';
import { setting, table } from './rule-sets.js';
import { knowsLanguage } from '../../core/catalog/rule-languages.js';

/** The most directories named for one way in which a rule is set. */
const MOST_DIRECTORIES = 4;

/** One way in which a rule is set, and for which files. */
interface SettingPlaces {
  readonly decision: Decision;
  files: number;
  readonly directories: Set<string>;
}

/** The rules that are not set alike for all files: where each is stricter, and where looser. */
export function rulesByPlace(files: readonly ResolvedFile[], catalog: Catalog): ComponentChild {
  const differing = [...waysOf(files, catalog)].filter(([, ways]) => ways.size > 1).sort(([a], [b]) => (a < b ? -1 : 1));
  if (differing.length === 0) return null;
  return h('div', null,
    h('p', null, `${count(differing.length, 'rule is', 'rules are')} not set alike everywhere; the strictest level comes first.`),
    differing.map(([rule, ways]) => h('details', null,
      h('summary', null, h('code', null, visible(rule)), h(
        'span',
        { class: 'faint' },
        ` ${listed([...new Set([...ways.values()].map(({ decision }) => decision.level))].sort((a, b) => compareLevels(b, a)))}`,
      )),
      h('div', { class: 'inside' }, table(['', 'files', 'where', 'decided by'], [...ways.values()]
        .sort((a, b) => compareLevels(b.decision.level, a.decision.level) || b.files - a.files)
        .map(({ decision, files: number, directories }) => [
          setting(decision), number, whereText(directories), visible(deciderText(decision)),
        ]))))));
}

/** Files of one language that are decided alike: what is true of one is true of all. */
interface Alike {
  readonly file: ResolvedFile;
  number: number;
  readonly directories: Set<string>;
}

function groupsOf(files: readonly ResolvedFile[]): Alike[] {
  const groups = new Map<DecidedRules, Map<LanguageId, Alike>>();
  for (const file of files) {
    const ofRules = groups.get(file.rules) ?? new Map<LanguageId, Alike>();
    groups.set(file.rules, ofRules);
    const alike = ofRules.get(file.language) ?? { file, number: 0, directories: new Set<string>() };
    ofRules.set(file.language, alike);
    alike.number += 1;
    alike.directories.add(directoryOf(file.path));
  }
  return [...groups.values()].flatMap((ofRules) => [...ofRules.values()]);
}

/** How each rule that is in force somewhere is set for the files that it knows. */
function waysOf(files: readonly ResolvedFile[], catalog: Catalog): Map<RuleId, Map<string, SettingPlaces>> {
  const rules = new Map<RuleId, Map<string, SettingPlaces>>();
  const on = new Set<RuleId>();
  for (const { file: { language, rules: { decisions } }, number, directories } of groupsOf(files)) {
    for (const [rule, decision] of decisions) {
      if (!knowsLanguage(catalog.get(rule) as Rule, language)) continue;
      if (isInForce(decision, language, catalog)) on.add(rule);
      const ways = rules.get(rule) ?? new Map<string, SettingPlaces>();
      rules.set(rule, ways);
      const key = decision.level === 'off'
        ? 'off'
        : `${decision.level} ${keptUpTo(decision)} `
          + JSON.stringify(Object.entries(decision.options).map(([name, { value }]) => [name, value]));
      const way = ways.get(key) ?? { decision, files: 0, directories: new Set<string>() };
      ways.set(key, way);
      way.files += number;
      for (const directory of directories) way.directories.add(directory);
    }
  }
  return new Map([...rules].filter(([rule]) => on.has(rule)));
}

function whereText(directories: ReadonlySet<string>): string {
  const all = [...directories].sort().map((own) => (own === '.' ? 'the root' : `${own}/`));
  return visible(all.length <= MOST_DIRECTORIES
    ? listed(all)
    : `${all.slice(0, MOST_DIRECTORIES).join(', ')} and `
      + count(all.length - MOST_DIRECTORIES, 'more directory', 'more directories'));
}
