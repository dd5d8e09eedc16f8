import { isInForce } from '../../core/cascade/in-force.js';
import { deciderText } from '../../formats/text/decision.js';
import type { Place } from '../../core/base/place.js';
import type { PresetReport } from '../../core/cascade/preset-report.js';
import type { ResolvedFile, ResolveReport } from '../../core/cascade/resolve-report.js';
import type { RulePage, RulePlaces } from '../../core/cascade/rule-page.js';
import type { Rule } from '../../core/finders/rule.js';
import type { RuleId } from '../../core/model/rule.js';
import type { Decision, Statement } from '../../core/model/statement.js';
import { knowsLanguage } from '../../core/catalog/rule-languages.js';

/** The page of a rule. @param presets all built-in presets. */
export function rulePage(rule: Rule, report: ResolveReport, presets: readonly PresetReport[]): RulePage {
  const known = report.files.filter(({ language }) => knowsLanguage(rule, language));
  const { catalog, usesStarter, incomplete, notices } = report;
  return {
    rule,
    catalog,
    usesStarter,
    incomplete,
    notices,
    known: known.length,
    presets: presets.flatMap((preset) => levelIn(preset, rule.id)),
    places: placesOf(rule.id, known),
    clashes: rule.conflicts.map((other) => ({
      rule: other,
      files: known.filter((file) => isOn(file, rule.id, report) && isOn(file, other, report)).length,
    })),
  };
}

function isOn({ rules, language }: ResolvedFile, rule: RuleId, { catalog }: ResolveReport): boolean {
  const decision = rules.decisions.get(rule);
  return decision !== undefined && isInForce(decision, language, catalog);
}

function levelIn({ reference, rules, zones }: PresetReport, rule: RuleId): RulePage['presets'][number][] {
  const decision = rules.decisions.get(rule);
  if (decision !== undefined && (decision.level !== 'off' || decision.by > 0)) {
    return [{ reference, level: decision.level, zone: null }];
  }
  return zones.flatMap(({ zone, statements }) => statements.filter(({ selector, level }) => selector === rule && level !== null)
    .map(({ level }) => ({ reference, level: level?.value ?? 'off', zone: zone.name ?? `line ${zone.place.line}` })));
}

function placesOf(rule: RuleId, files: readonly ResolvedFile[]): RulePlaces[] {
  const places = new Map<string, { level: Decision['level']; by: string; because: string | null; files: string[] }>();
  for (const { path, rules } of files) {
    const decision = rules.decisions.get(rule);
    const statement = decision?.trail[decision.by]?.statement;
    if (decision === undefined || statement === undefined || (statement.kind === 'catalog' && decision.level === 'off')) continue;
    const by = statement.kind === 'catalog' ? deciderText(decision) : describe(statement);
    const key = `${decision.level} ${by}`;
    const place = places.get(key)
      ?? { level: decision.level, by, because: statement.because ?? statement.zone?.because ?? null, files: [] };
    place.files.push(path);
    places.set(key, place);
  }
  return [...places.values()].sort((a, b) => b.files.length - a.files.length || (a.by < b.by ? -1 : 1));
}

/** The origin of a statement: its chain of adoptions, its line, its zone. */
function describe({ layer, place, zone, kind }: Statement): string {
  const line = ({ file, line: number }: Place): string => `${file}:${number}`;
  const way = [...layer.through.map(line), kind === 'set' || place === null ? layer.id : line(place)].join(' → ');
  return zone === null ? way : `${way} (${zone.name === null ? `zone in line ${zone.place.line}` : `zone ${zone.name}`})`;
}
