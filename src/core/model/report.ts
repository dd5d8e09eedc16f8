import type { Catalog } from '../catalog/catalog.js';
import type { SettingRefusal } from '../cascade/refused-settings.js';
import type { Finding } from './finding.js';
import type { Level } from './level.js';
import type { AccountedEntry, LedgerEntry, WrittenEntry } from './ledger.js';
import type { Confidence, Rule, RuleId } from './rule.js';
import type { FailOn, LayerFile, RemoteReference, ScopeSettings, Zone } from './layer.js';
import type { Problem } from './problem.js';
import type { LanguageId } from './language.js';
import type { DecidedRules, RuleSet } from './rule-set.js';
import type { CheckedFile, IncompletePath, SkippedPath } from './scope.js';
import type { Diagnosis } from '../doctor/diagnosis.js';
import type { FindingChange } from '../impact/finding-changes.js';
import type { Pin } from '../layers/read-lock.js';
import type { RuleChanges } from '../impact/rule-changes.js';
import type { ForeignCode } from '../scope/foreign-code.js';
import type { RuleDifference } from '../compare/compare-rules.js';
import type { WaiverRecord } from '../waivers/account.js';
import type { RemovedWaiver } from '../waivers/remove-unused.js';
import type { LayerInstance, Statement } from './statement.js';

/** What accompanies every answer. */
export interface ReportBase {
  /** The rules in this project: Elvar's own and the house rules. */
  readonly catalog: Catalog;
  /** Whether `elvar:starter` is used because there are no layer files. */
  readonly usesStarter: boolean;
  /** What could not be read and is missing from the answer. */
  readonly incomplete: readonly IncompletePath[];
  readonly notices: readonly Notice[];
}

/** What may surprise: something ignored, in words or as a problem outside the project, or a command-line setting without effect. */
export type Notice = { readonly text: string } | { readonly problem: Problem } | { readonly refusal: SettingRefusal };

/** Which files are checked, and why the others are not. Both lists are sorted by path. */
export interface ScopeReport extends ReportBase {
  readonly checked: readonly CheckedFile[];
  readonly skipped: readonly SkippedPath[];
  /** Checked files that do not look like the team's own. */
  readonly foreign: readonly ForeignCode[];
  /** The git work tree around the root, absolute; null if there is none or it is the root itself. Nothing outside the root counts. */
  readonly workTree: string | null;
}

/** A file with its rule set. */
export interface ResolvedFile extends CheckedFile {
  readonly rules: DecidedRules;
}

/** The rule set of every file, the files sorted by path. */
export interface ResolveReport extends ReportBase {
  readonly files: readonly ResolvedFile[];
  readonly layerFiles: number;
  /** The project's own layer files that were read: those of directories, and presets inside the project. */
  readonly layers: readonly LayerFile[];
  /** What the root's file says about reading files. */
  readonly settings: ScopeSettings;
  /** The fetched presets that are in use. */
  readonly remotes: readonly RemoteReference[];
  /** What is excluded, as far as is known without opening files. */
  readonly skipped: readonly SkippedPath[];
}

/** All that decides about one path. */
export interface Explanation extends ReportBase {
  readonly path: string;
  readonly exists: boolean;
  /** Null if the path's name belongs to no known language. */
  readonly language: LanguageId | null;
  /** Why it is not checked; null if it is, or would be if it existed. */
  readonly skipped: SkippedPath | null;
  /** Lowest first; the catalog is the first. */
  readonly layers: readonly LayerInstance[];
  readonly rules: DecidedRules;
  /** The rules of the project's files that no zone and no inner layer concerns. */
  readonly everywhere: DecidedRules;
}

/** A comment that begins like a waiver but excuses nothing. */
export interface MisreadWaiver {
  readonly path: string;
  readonly line: number;
  readonly text: string;
  /** What is wrong with it. */
  readonly problem: string;
}

/** A checked file and its findings. */
export interface CheckedSource extends CheckedFile {
  readonly rules: DecidedRules;
  readonly findings: readonly Finding[];
  readonly waivers: readonly WaiverRecord[];
  readonly lines: number;
}

/** The answer about one line of a file: its findings, the excused ones too, and the waivers that cover it. */
export interface LineExplanation {
  readonly explanation: Explanation;
  readonly line: number;
  /** If a column is given and there are findings just there, only those. */
  readonly findings: readonly Finding[];
  /** Each with those of its selectors that select a rule. */
  readonly waivers: readonly WaiverRecord[];
  /** Selectors in waivers for this line that select no rule and so cover nothing. */
  readonly unknown: readonly { readonly line: number; readonly selector: string; readonly near: string | null }[];
}

/** What a change of rules does to every file. */
export interface ImpactReport extends ReportBase {
  readonly changes: RuleChanges;
  /** What becomes of findings, by rule. */
  readonly findings: ReadonlyMap<RuleId, FindingChange>;
  /** The open findings of all rules in the files whose rules change, before and after. */
  readonly counts: { readonly before: number; readonly after: number };
  /** The files in scope after the change, sorted. */
  readonly inScope: readonly string[];
  /** The numbers of rule sets before and after. */
  readonly sets: { readonly before: number; readonly after: number };
}

/** What becomes of one ruling. */
export interface RulingOutcome {
  /** The level that it sets; null if it sets none or reaches no file. */
  readonly level: Level | null;
  /** The number of checked files it applies to, with a rule that knows their language. */
  readonly reached: number;
  /** The number of those in which it decides a rule's level, an option, a freedom or a guard. */
  readonly deciding: number;
  /** The number of those in which the rule is then in force. */
  readonly inForce: number;
  /** What keeps it from deciding, the most files first. */
  readonly hindrances: readonly Hindrance[];
}

/** Something that keeps a ruling from deciding, or lowers what it decides. */
export interface Hindrance {
  /** `lowered`: it turns a rule on, and a cap lowers the level. */
  readonly kind: 'refused' | 'overruled' | 'lowered' | 'expired' | 'cut-off';
  /** The statement in its way, if there is one. */
  readonly by: Statement | null;
  /** The rules concerned, sorted. */
  readonly rules: readonly RuleId[];
  readonly files: number;
}

/** A change of a layer file, and what it does. */
export interface RuleEdit {
  readonly file: string;
  readonly isNew: boolean;
  readonly before: string;
  readonly after: string;
  readonly impact: ImpactReport;
  /** Null if the change is not a single ruling, or removes one. */
  readonly outcome: RulingOutcome | null;
  /** A preset that the change copies into the project; null if none. */
  readonly copy: { readonly file: string; readonly text: string } | null;
}

/** What is wrong with the configuration itself. */
export interface DoctorReport extends ReportBase {
  /** Problems first, then file by file from top to bottom. */
  readonly diagnoses: readonly Diagnosis[];
  readonly files: number;
  readonly layerFiles: number;
}

/** The newly fetched presets, and what they do. */
export interface PinUpdate {
  /** Presets with their old and new pins; `before` is null for one not pinned yet, `after` for one no longer adopted. */
  readonly changes: readonly { readonly reference: string; readonly before: Pin | null; readonly after: Pin | null }[];
  readonly unchanged: number;
  /** Null if there is nothing to compare with, because something was not pinned before. */
  readonly impact: ImpactReport | null;
}

/** What excuses findings of one rule in one file. */
export interface RuleExcuses {
  readonly waivers: readonly WaiverRecord[];
  readonly entries: readonly WrittenEntry[];
}

/** One side of a comparison: a path, or a preset by its reference. */
export interface ComparedSide {
  readonly name: string;
  readonly kind: 'path' | 'preset';
  /** False for a path that does not exist: its side shows what would apply to a new file there. */
  readonly exists: boolean;
}

/** How the rules of two sides differ. */
export interface CompareReport extends ReportBase {
  readonly first: ComparedSide;
  readonly second: ComparedSide;
  readonly differences: readonly RuleDifference[];
}

/** A preset, for a list. */
export interface PresetSummary {
  readonly reference: string;
  readonly title: string | null;
  readonly about: string | null;
}

/** A preset merged with everything that it adopts. */
export interface PresetReport extends PresetSummary, ReportBase {
  /** The preset and what it adopts, lowest first. */
  readonly layers: readonly LayerInstance[];
  /** Its decisions for a file in none of its zones. */
  readonly rules: DecidedRules;
  /** Its zones and those of the presets that it adopts, in order. */
  readonly zones: readonly { readonly zone: Zone; readonly layer: LayerInstance; readonly statements: readonly Statement[] }[];
}

/** A pattern of an inner directory that excludes files which a guard of an outer layer protects. */
export interface GuardedOut {
  readonly file: string;
  /** From 1. */
  readonly line: number;
  readonly pattern: string;
  /** The guarding statements. */
  readonly guards: readonly Statement[];
  readonly files: number;
  /** False if there are more than were counted. */
  readonly isAll: boolean;
}

/** What the code violates. */
export interface CheckReport extends ReportBase {
  /** Sorted by path. */
  readonly files: readonly CheckedSource[];
  readonly skipped: readonly SkippedPath[];
  readonly misreadWaivers: readonly MisreadWaiver[];
  /** The lowest level at which findings make the check fail, according to the layer files. */
  readonly failOn: FailOn;
  /** Findings with less confidence are only counted and never fail the check; null if all count. */
  readonly confidence: Confidence | null;
  readonly guardedOut: readonly GuardedOut[];
  /** The known findings, with the state of each. */
  readonly ledger: readonly AccountedEntry[];
  /** The git revision since which a line must have changed to be reported; null if all lines are. */
  readonly since: string | null;
}

/** The ledger, with the state of each entry. */
export interface LedgerReport extends ReportBase {
  /** In file order. */
  readonly entries: readonly AccountedEntry[];
}

/** What was changed in the ledger, or would be. */
export interface LedgerChange extends ReportBase {
  readonly added: readonly LedgerEntry[];
  /** The entries in their new form. */
  readonly changed: readonly LedgerEntry[];
  readonly dropped: readonly LedgerEntry[];
  /** Findings that were asked for but left out, since a ruling does not let the ledger excuse them. */
  readonly refused: readonly Finding[];
  /** The number of entries in the ledger afterwards. */
  readonly size: number;
  /** Why the ledger was not written; null if it was, or was not supposed to be. */
  readonly failed: string | null;
}

/** The files for which one decision gives a rule its level. */
export interface RulePlaces {
  readonly level: Level;
  /** What decided: the chain of adoptions to the statement, and its zone. */
  readonly by: string;
  readonly because: string | null;
  /** Paths of the files, sorted. */
  readonly files: readonly string[];
}

/** Everything about a rule, and where it is in force in this project. */
export interface RulePage extends ReportBase {
  readonly rule: Rule;
  /** The built-in presets that concern it. `zone` is set if only a zone of the preset does. */
  readonly presets: readonly { readonly reference: string; readonly level: Level; readonly zone: string | null }[];
  /** The decisions that turned it on or off, for files of the languages it knows. Most files first. */
  readonly places: readonly RulePlaces[];
  /** The number of checked files in a language that the rule knows. */
  readonly known: number;
  /** Contradicting rules that are in force for some of the same files. */
  readonly clashes: readonly { readonly rule: RuleId; readonly files: number }[];
}

/** A file after its repairs, real or planned. */
export interface RepairedSource {
  readonly path: string;
  /** The whole text, with its byte-order mark if it has one. */
  readonly before: string;
  readonly after: string;
  /** The number of repaired findings, by rule. */
  readonly repaired: ReadonlyMap<RuleId, number>;
  /** Findings not repaired because that would have broken the file. */
  readonly withdrawn: readonly Finding[];
  /** The open findings that remain. */
  readonly left: readonly Finding[];
}

/** A waiver that was, or would be, written. */
export interface WaivedFile {
  readonly path: string;
  /** The line of the comment, from 1. */
  readonly line: number;
  readonly selectors: readonly string[];
  /** The whole text, with its byte-order mark if it has one. */
  readonly before: string;
  readonly after: string;
  /** Why the file was not written; null if it was, or was not supposed to be. */
  readonly failed: string | null;
}

/** A file with its useless waivers removed. */
export interface UnwaivedFile {
  readonly path: string;
  /** The whole text, with its byte-order mark if it has one. */
  readonly before: string;
  readonly after: string;
  readonly removed: readonly RemovedWaiver[];
  /** Why the file was not written; null if it was, or was not supposed to be. */
  readonly failed: string | null;
}

/** All waivers of some files. */
export interface WaiverList extends ReportBase {
  /** Sorted by path, then line. */
  readonly waivers: readonly ListedWaiver[];
}

/** A waiver with where it stands. */
export interface ListedWaiver extends WaiverRecord {
  readonly path: string;
  /** The day on which its line last changed, as YYYY-MM-DD; null if git does not know. */
  readonly since: string | null;
}

/** What was repaired, or would be. */
export interface FixReport extends ReportBase {
  /** What is not checked, as far as is known from paths. */
  readonly skipped: readonly SkippedPath[];
  /** Sorted by path. */
  readonly files: readonly RepairedSource[];
  /** Whether files were written. */
  readonly written: boolean;
}

/** The rule sets of a listing with their files, ordered by first file. */
export function filesBySet(files: readonly ResolvedFile[]): Map<RuleSet, ResolvedFile[]> {
  const bySet = new Map<RuleSet, ResolvedFile[]>();
  for (const file of files) {
    const others = bySet.get(file.rules.set);
    if (others === undefined) bySet.set(file.rules.set, [file]);
    else others.push(file);
  }
  return bySet;
}
