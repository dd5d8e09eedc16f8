import type { CheckReport } from '../inspect/check-report.js';
import type { ResolvedFile } from '../cascade/resolve-report.js';
import type { LanguageId } from '../base/language.js';
import type { Catalog } from '../catalog/catalog.js';
import { knowsLanguage } from '../catalog/rule.js';
import type { Place } from '../base/place.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { Decision, Statement } from '../model/statement.js';
import type { Hindrance } from './rule-edit.js';
import { decidesAnything, hindrancesOf } from './ruling-outcome.js';

/** What one statement of a layer file does to the files of its project. */
export interface StatementEffect {
  readonly statement: Statement;
  /** Its place: that of the selector, or of an `at-most`. */
  readonly place: Place;
  /** How many files it reaches in a language that one of its rules knows, and for how many it decides anything. */
  readonly reached: number;
  readonly deciding: number;
  /** What keeps it from deciding all that it sets, most files first. */
  readonly hindrances: readonly { readonly kind: Hindrance['kind']; readonly by: Statement | null; readonly files: number }[];
}

/** How many open findings the statements of a layer file bring, by the line and column of each: those whose level it decides. */
export function findingsBrought({ files }: Pick<CheckReport, 'files'>, file: string): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const { findings, rules: { decisions } } of files) {
    for (const { rule, excused } of findings) {
      const decision = excused === null ? decisions.get(rule) : undefined;
      const place = decision?.trail[decision.by]?.statement.place;
      if (place?.file !== file) continue;
      const key = keyOf(place);
      counts.set(key, (counts.get(key) ?? 0) + 1);
    }
  }
  return counts;
}

/** A place within a layer file, as a text to compare. */
export function keyOf({ line, column }: Place): string {
  return `${line}:${column}`;
}

interface Counts {
  readonly statement: Statement;
  readonly place: Place;
  reached: number;
  deciding: number;
  readonly hindrances: Map<string, { readonly kind: Hindrance['kind']; readonly by: Statement | null; files: number }>;
}

/** What each statement of a layer file does, from top to bottom. @param files all files of the project. @param file the layer file, relative to the root. */
export function layerEffects(files: readonly ResolvedFile[], file: string, catalog: Catalog): StatementEffect[] {
  const all = new Map<string, Counts>();
  for (const group of groupsOf(files)) countGroup(group, file, catalog, all);
  return [...all.values()]
    .map(({ hindrances, ...counts }) => ({ ...counts, hindrances: [...hindrances.values()].sort((a, b) => b.files - a.files) }))
    .sort((a, b) => a.place.line - b.place.line || a.place.column - b.place.column);
}

/** Files with the same decisions, in the same language. */
interface FileGroup {
  readonly rules: DecidedRules;
  readonly language: LanguageId;
  files: number;
}

function groupsOf(files: readonly ResolvedFile[]): FileGroup[] {
  const groups = new Map<DecidedRules, Map<LanguageId, FileGroup>>();
  for (const { rules, language } of files) {
    let own = groups.get(rules);
    if (own === undefined) groups.set(rules, (own = new Map()));
    const group = own.get(language);
    if (group === undefined) own.set(language, { rules, language, files: 1 });
    else group.files += 1;
  }
  return [...groups.values()].flatMap((own) => [...own.values()]);
}

/** A statement counts once for a file, however many rules it is about. */
function countGroup({ rules, language, files }: FileGroup, file: string, catalog: Catalog, all: Map<string, Counts>): void {
  const met = new Map<Counts, { decides: boolean; readonly hindrances: Map<string, { readonly kind: Hindrance['kind']; readonly by: Statement | null }> }>();
  for (const decision of rules.decisions.values()) {
    const rule = catalog.get(decision.rule);
    if (rule === undefined || !knowsLanguage(rule, language)) continue;
    for (const [index, { statement }] of decision.trail.entries()) {
      // What an adopted preset says stands in the preset.
      if (statement.place?.file !== file) continue;
      const counts = countsFor(statement, statement.place, all);
      let own = met.get(counts);
      if (own === undefined) met.set(counts, (own = { decides: false, hindrances: new Map() }));
      own.decides ||= decidesAnything(decision, index);
      noteHindrances(decision, index, own.hindrances);
    }
  }
  for (const [counts, { decides, hindrances }] of met) {
    counts.reached += files;
    if (decides) counts.deciding += files;
    for (const [key, hindrance] of hindrances) {
      const known = counts.hindrances.get(key);
      if (known === undefined) counts.hindrances.set(key, { ...hindrance, files });
      else known.files += files;
    }
  }
}

function noteHindrances(decision: Decision, index: number, hindrances: Map<string, { readonly kind: Hindrance['kind']; readonly by: Statement | null }>): void {
  for (const { kind, by } of hindrancesOf(decision, index)) hindrances.set(`${kind} ${by?.layer.id} ${by?.place?.line}`, { kind, by });
}

function countsFor(statement: Statement, place: Place, all: Map<string, Counts>): Counts {
  const key = keyOf(place);
  let counts = all.get(key);
  if (counts === undefined) all.set(key, (counts = { statement, place, reached: 0, deciding: 0, hindrances: new Map() }));
  return counts;
}
