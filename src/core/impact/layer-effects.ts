import type { CheckReport } from '../inspect/check-report.js';
import type { ResolvedFile } from '../cascade/resolve-report.js';
import type { LanguageId } from '../base/language.js';
import type { Catalog } from '../catalog/catalog.js';
import type { Place } from '../base/place.js';
import type { DecidedRules } from '../model/rule-set.js';
import type { Decision, Statement } from '../model/statement.js';
import type { Hindrance } from './rule-edit.js';
import { decidesAnything, hindrancesOf } from './ruling-outcome.js';
import { knowsLanguage } from '../catalog/rule-languages.js';

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
  /** What its guard does; null if it has none. */
  readonly guard: GuardEffect | null;
}

/** What a guard does to the files of its project. */
export interface GuardEffect {
  /** The place of its kind, such as `no-weaker`. */
  readonly place: Place;
  /** In how many files it holds. */
  readonly protecting: number;
  /** The statements of which it refuses something, and in how many files. */
  readonly refused: readonly Statement[];
  readonly refusing: number;
}

/**
 * How many open findings the statements of a layer file bring, or its zones, by the line and column of each: those whose level
 * they decide.
 */
export function findingsBrought(
  { files }: Pick<CheckReport, 'files'>, file: string, by: 'statement' | 'zone' = 'statement',
): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const { findings, rules: { decisions } } of files) {
    for (const { rule, excused } of findings.all) {
      const decision = excused === null ? decisions.get(rule) : undefined;
      const statement = decision?.trail[decision.by]?.statement;
      const place = by === 'zone' ? statement?.zone?.place : statement?.place;
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
  protecting: number;
  refusing: number;
  readonly refused: Map<string, Statement>;
}

/** The same for files that are alike, of which each counts once. */
interface GroupCounts {
  decides: boolean;
  protects: boolean;
  refuses: boolean;
  readonly hindrances: Map<string, { readonly kind: Hindrance['kind']; readonly by: Statement | null }>;
}

/**
 * What each statement of a layer file does, from top to bottom.
 * @param files all files of the project.
 * @param file the layer file, relative to the root.
 */
export function layerEffects(files: readonly ResolvedFile[], file: string, catalog: Catalog): StatementEffect[] {
  const all = new Map<string, Counts>();
  for (const group of groupsOf(files)) countGroup(group, file, catalog, all);
  return [...all.values()]
    .map(({ statement, place, reached, deciding, hindrances, ...counts }) => ({
      statement,
      place,
      reached,
      deciding,
      hindrances: [...hindrances.values()].sort((a, b) => b.files - a.files),
      guard: guardEffect(statement, counts),
    }))
    .sort((a, b) => a.place.line - b.place.line || a.place.column - b.place.column);
}

function guardEffect(
  { guard }: Statement, { protecting, refused, refusing }: Pick<Counts, 'protecting' | 'refused' | 'refusing'>,
): GuardEffect | null {
  return guard === null || guard.value === 'none'
    ? null
    : { place: guard.place, protecting, refused: [...refused.values()], refusing };
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
  const met = new Map<Counts, GroupCounts>();
  for (const decision of rules.decisions.values()) {
    const rule = catalog.get(decision.rule);
    if (rule === undefined || !knowsLanguage(rule, language)) continue;
    for (const [index, { statement }] of decision.trail.entries()) {
      // What an adopted preset says stands in the preset.
      if (statement.place?.file !== file) continue;
      const counts = countsFor(statement, statement.place, all);
      let own = met.get(counts);
      if (own === undefined) met.set(counts, (own = { decides: false, protects: false, refuses: false, hindrances: new Map() }));
      own.decides ||= decidesAnything(decision, index);
      noteHindrances(decision, index, own.hindrances);
      own.protects ||= decision.guards.some(({ by }) => by === index);
      for (const entry of refusedBy(decision, index)) {
        own.refuses = true;
        counts.refused.set(`${entry.layer.id} ${entry.place?.line}:${entry.place?.column}`, entry);
      }
    }
  }
  for (const [counts, { decides, protects, refuses, hindrances }] of met) {
    counts.reached += files;
    if (decides) counts.deciding += files;
    if (protects) counts.protecting += files;
    if (refuses) counts.refusing += files;
    for (const [key, hindrance] of hindrances) {
      const known = counts.hindrances.get(key);
      if (known === undefined) counts.hindrances.set(key, { ...hindrance, files });
      else known.files += files;
    }
  }
}

/** The statements of which a guard in a trail refuses something. */
function refusedBy({ trail }: Decision, index: number): Statement[] {
  return trail[index]?.statement.guard === null
    ? []
    : trail.filter(({ refused }) => refused.some(({ by }) => by === index)).map(({ statement }) => statement);
}

function noteHindrances(
  decision: Decision, index: number, hindrances: Map<string, { readonly kind: Hindrance['kind']; readonly by: Statement | null }>,
): void {
  for (const { kind, by } of hindrancesOf(decision, index)) {
    hindrances.set(`${kind} ${by?.layer.id} ${by?.place?.line}`, { kind, by });
  }
}

function countsFor(statement: Statement, place: Place, all: Map<string, Counts>): Counts {
  const key = keyOf(place);
  let counts = all.get(key);
  if (counts === undefined) {
    all.set(key, (counts = {
      statement, place, reached: 0, deciding: 0, hindrances: new Map(), protecting: 0, refusing: 0, refused: new Map(),
    }));
  }
  return counts;
}
