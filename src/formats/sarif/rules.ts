import type { MultiformatMessageString, ReportingDescriptor } from 'sarif';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { Example, Rule } from '../../core/finders/rule.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import { compareLevels, type ActiveLevel } from '../../core/model/level.js';
import type { Confidence, RuleId } from '../../core/model/rule.js';
import { code, escaped } from '../markdown/safe.js';
import { knowsLanguage } from '../../core/catalog/rule-languages.js';

/** How many of its findings are right, in the words that code hosts know. */
const PRECISION: Readonly<Record<Confidence, string>> = { certain: 'very-high', likely: 'high', possible: 'medium' };

/** The rules in force for any of the files, and those of the findings, by id; with the highest level of each. */
export function rulesInForce({ files, catalog }: CheckReport): Map<RuleId, ActiveLevel> {
  const levels = new Map<RuleId, ActiveLevel>();
  const add = (rule: RuleId, level: ActiveLevel): void => {
    const known = levels.get(rule);
    if (known === undefined || compareLevels(level, known) > 0) levels.set(rule, level);
  };
  const seen = new Map<object, Set<string>>();
  for (const { rules: { set }, language } of files) {
    const languages = seen.get(set) ?? new Set();
    seen.set(set, languages);
    if (languages.has(language)) continue;
    languages.add(language);
    for (const [rule, { level }] of set.rules) {
      if (level !== 'off' && knowsLanguage(catalog.get(rule) as Rule, language)) add(rule, level);
    }
  }
  return new Map([...levels].sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** A rule as SARIF describes it (section 3.49). */
export function describeRule(id: RuleId, level: ActiveLevel, catalog: Catalog): ReportingDescriptor {
  const { concern, title, about, advice, tags, confidence, house, foreign } = catalog.get(id) as Rule;
  return {
    id,
    shortDescription: { text: `${title}.` },
    ...(about !== '' && { fullDescription: { text: about } }),
    help: helpOf(catalog.get(id) as Rule),
    ...(foreign?.address != null && URL.canParse(foreign.address) && { helpUri: foreign.address }),
    defaultConfiguration: { level },
    properties: {
      tags: [...new Set([concern, ...tags])],
      precision: PRECISION[confidence],
      confidence,
      ...(advice !== '' && { advice }),
      ...(house !== null && { isHouseRule: true }),
    },
  };
}

function helpOf({ title, about, advice, examples }: Rule): MultiformatMessageString {
  const parts = [`**${escaped(title)}**`, escaped(about), escaped(advice)].filter((part) => part !== '' && part !== '****');
  const bad = examples.find(({ finds }) => finds.length > 0);
  if (bad !== undefined) parts.push(`Found in ${code(bad.language)}:`, fenced(bad));
  return { text: [about, advice].filter((part) => part !== '').join(' ') || title, markdown: parts.join('\n\n') };
}

/** Code between fences that are longer than any in it (CommonMark, section 4.5). */
function fenced({ language, code: text }: Example): string {
  const longest = Math.max(2, ...[...text.matchAll(/`+/g)].map(([run]) => run.length));
  const fence = '`'.repeat(longest + 1);
  return `${fence}${language}\n${text.trimEnd()}\n${fence}`;
}
