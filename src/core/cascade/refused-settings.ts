import type { Catalog } from '../catalog/catalog.js';
import type { LanguageId } from '../base/language.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { RuleId } from '../model/rule.js';
import type { Statement } from '../model/statement.js';
import { knowsLanguage } from '../catalog/rule-languages.js';

/** A setting of the command line that guards refuse. */
export interface SettingRefusal {
  readonly setting: Statement;
  /** The statements whose guards refuse the setting. */
  readonly guards: readonly Statement[];
  /** The rules for which the setting is refused, sorted. */
  readonly rules: readonly RuleId[];
  /** Whether the setting took effect for other rules, or for the same ones in other files. */
  readonly tookElsewhere: boolean;
  readonly files: number;
}

/** The settings of the command line that guards refuse for some of these files. Only rules that know a file's language count. */
export function refusedSettings(
  files: Iterable<{ readonly language: LanguageId | null; readonly rules: DecidedRules }>, catalog: Catalog,
): SettingRefusal[] {
  const outcomes =
    new Map<Statement, { readonly guards: Set<Statement>; readonly rules: Set<RuleId>; tookElsewhere: boolean; files: number }>();
  for (const [{ rules, language }, number] of distinct(files)) {
    const refusedHere = new Set<Statement>();
    for (const { rule: id, trail } of rules.decisions.values()) {
      const rule = catalog.get(id);
      if (rule === undefined || language === null || !knowsLanguage(rule, language)) continue;
      for (const { statement, refused } of trail) {
        if (statement.kind !== 'set') continue;
        const outcome = outcomes.get(statement) ?? { guards: new Set(), rules: new Set(), tookElsewhere: false, files: 0 };
        outcomes.set(statement, outcome);
        if (refused.length === 0) {
          outcome.tookElsewhere = true;
          continue;
        }
        outcome.rules.add(id);
        for (const { by } of refused) outcome.guards.add(trail[by]?.statement as Statement);
        refusedHere.add(statement);
      }
    }
    for (const setting of refusedHere) (outcomes.get(setting) as { files: number }).files += number;
  }
  return [...outcomes].filter(([, { rules }]) => rules.size > 0)
    .map(([setting, { guards, rules, tookElsewhere, files: number }]) => ({
      setting, guards: [...guards], rules: [...rules].sort(), tookElsewhere, files: number,
    }));
}

/** Files with the same decisions and language, once, with their number. */
function distinct<File extends { readonly language: LanguageId | null; readonly rules: DecidedRules }>(
  files: Iterable<File>,
): Map<File, number> {
  const firsts = new Map<DecidedRules, Map<LanguageId | null, File>>();
  const counts = new Map<File, number>();
  for (const file of files) {
    const ofRules = firsts.get(file.rules) ?? new Map<LanguageId | null, File>();
    firsts.set(file.rules, ofRules);
    const first = ofRules.get(file.language) ?? file;
    ofRules.set(file.language, first);
    counts.set(first, (counts.get(first) ?? 0) + 1);
  }
  return counts;
}
