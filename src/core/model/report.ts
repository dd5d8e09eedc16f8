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

/** What every answer tells besides itself. */
export interface ReportBase {
  /** The rules there are in this project: those that come with Elvar, and its house rules. */
  readonly catalog: Catalog;
  /** Whether `elvar:starter` stands in the place of layer files, of which there are none. */
  readonly usesStarter: boolean;
  /** What could not be read; the answer lacks it. */
  readonly incomplete: readonly IncompletePath[];
  readonly notices: readonly Notice[];
}

/** What may surprise: something that was left aside, in words or as a problem that is none of the project's; or a setting of the command line that did not take. */
export type Notice = { readonly text: string } | { readonly problem: Problem } | { readonly refusal: SettingRefusal };

/** Which files are checked, and why the others are not. Both lists are sorted by path. */
export interface ScopeReport extends ReportBase {
  readonly checked: readonly CheckedFile[];
  readonly skipped: readonly SkippedPath[];
  /** Checked files that look as if nobody here wrote them. */
  readonly foreign: readonly ForeignCode[];
  /** The git work tree that the root is a part of, absolute; null where it is none, or is the root itself. Nothing outside of the root counts. */
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
  /** The layer files of the project that were read: those of directories, and presets in it. */
  readonly layers: readonly LayerFile[];
  /** How files are read, as far as the root's file says so. */
  readonly settings: ScopeSettings;
  /** The presets met that are fetched. */
  readonly remotes: readonly RemoteReference[];
  /** What is out, as far as it can be told without looking into files. */
  readonly skipped: readonly SkippedPath[];
}

/** All that decides about one path. */
export interface Explanation extends ReportBase {
  readonly path: string;
  readonly exists: boolean;
  /** Null when the path's name is of no known language. */
  readonly language: LanguageId | null;
  /** Why it is not checked; null when it is, or would be if it existed. */
  readonly skipped: SkippedPath | null;
  /** Lowest first; the catalog is the first. */
  readonly layers: readonly LayerInstance[];
  readonly rules: DecidedRules;
  /** What holds for every file of the project that no zone and no inner layer speaks of. */
  readonly everywhere: DecidedRules;
}

/** A comment that begins like a waiver and excuses nothing. */
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

/** What is to be said of one line of a file: its findings, the excused ones too, and the waivers that reach it. */
export interface LineExplanation {
  readonly explanation: Explanation;
  readonly line: number;
  /** Where a column is named, and something is found just there, nothing else. */
  readonly findings: readonly Finding[];
  /** Each with its selectors that select a rule. */
  readonly waivers: readonly WaiverRecord[];
  /** Selectors of waivers for this line that select no rule: they reach nothing. */
  readonly unknown: readonly { readonly line: number; readonly selector: string; readonly near: string | null }[];
}

/** What a change of rules does to every file. */
export interface ImpactReport extends ReportBase {
  readonly changes: RuleChanges;
  /** What becomes of findings, by rule. */
  readonly findings: ReadonlyMap<RuleId, FindingChange>;
  /** Findings that are not excused, of all rules in the files whose rules change, before and after. */
  readonly counts: { readonly before: number; readonly after: number };
  /** The files in scope after the change, sorted. */
  readonly inScope: readonly string[];
  /** How many rule sets there are before and after. */
  readonly sets: { readonly before: number; readonly after: number };
}

/** What becomes of one ruling. */
export interface RulingOutcome {
  /** The level that it sets; null where it says nothing of that, or reaches no file. */
  readonly level: Level | null;
  /** Checked files for which it says something about a rule that knows their language. */
  readonly reached: number;
  /** Those of them in which it decides a rule's level, an option, a freedom or a guard. */
  readonly deciding: number;
  /** Those of them in which the rule is in force then. */
  readonly inForce: number;
  /** What keeps it from deciding, most files first. */
  readonly hindrances: readonly Hindrance[];
}

/** Something that keeps a ruling from deciding, or lowers what it decides. */
export interface Hindrance {
  /** `lowered`: it turns a rule on, and a cap lowers the level. */
  readonly kind: 'refused' | 'overruled' | 'lowered' | 'expired' | 'cut-off';
  /** The statement in its way, where there is one. */
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
  /** Null where the change is no single ruling, or takes one out. */
  readonly outcome: RulingOutcome | null;
  /** A preset that becomes a file of the project's own with the change; null where none does. */
  readonly copy: { readonly file: string; readonly text: string } | null;
}

/** What is wrong with the configuration itself. */
export interface DoctorReport extends ReportBase {
  /** Problems first, then file by file from top to bottom. */
  readonly diagnoses: readonly Diagnosis[];
  readonly files: number;
  readonly layerFiles: number;
}

/** What was fetched anew, and what that does. */
export interface PinUpdate {
  /** Presets with what was pinned and what is to be; `before` is null for one that was not pinned, `after` for one that is no longer adopted. */
  readonly changes: readonly { readonly reference: string; readonly before: Pin | null; readonly after: Pin | null }[];
  readonly unchanged: number;
  /** Null where there is nothing to compare with: something was not pinned before. */
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
  /** False for a path with nothing at it: it is compared as what would hold for a new file there. */
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

/** A preset with everything that it adopts merged. */
export interface PresetReport extends PresetSummary, ReportBase {
  /** The preset and what it adopts, lowest first. */
  readonly layers: readonly LayerInstance[];
  /** What it decides for a file in none of its zones. */
  readonly rules: DecidedRules;
  /** Its zones and those of what it adopts, in their order. */
  readonly zones: readonly { readonly zone: Zone; readonly layer: LayerInstance; readonly statements: readonly Statement[] }[];
}

/** A pattern of an inner directory that takes out files for which a guard of an outer layer holds. */
export interface GuardedOut {
  readonly file: string;
  /** From 1. */
  readonly line: number;
  readonly pattern: string;
  /** The statements with those guards. */
  readonly guards: readonly Statement[];
  readonly files: number;
  /** False where there are more than were counted. */
  readonly isAll: boolean;
}

/** What the code violates. */
export interface CheckReport extends ReportBase {
  /** Sorted by path. */
  readonly files: readonly CheckedSource[];
  readonly skipped: readonly SkippedPath[];
  readonly misreadWaivers: readonly MisreadWaiver[];
  /** The lowest level at which findings make the check fail, as the layer files have it. */
  readonly failOn: FailOn;
  /** Findings that are trusted less are only counted, and fail nothing; null where all count. */
  readonly confidence: Confidence | null;
  readonly guardedOut: readonly GuardedOut[];
  /** The known findings, and what has become of each. */
  readonly ledger: readonly AccountedEntry[];
  /** The revision of git since which lines must have changed to be told of; null where all lines are. */
  readonly since: string | null;
}

/** The ledger, and what has become of each entry. */
export interface LedgerReport extends ReportBase {
  /** In the order of the file. */
  readonly entries: readonly AccountedEntry[];
}

/** What was changed in the ledger, or would be. */
export interface LedgerChange extends ReportBase {
  readonly added: readonly LedgerEntry[];
  /** Entries as they are now. */
  readonly changed: readonly LedgerEntry[];
  readonly dropped: readonly LedgerEntry[];
  /** Findings that were asked for and stay out, since a ruling refuses that the ledger excuses them. */
  readonly refused: readonly Finding[];
  /** How many entries the ledger has then. */
  readonly size: number;
  /** Why the ledger was left as it is; null when it was written, or was not to be. */
  readonly failed: string | null;
}

/** Where a rule has one level by one decision. */
export interface RulePlaces {
  readonly level: Level;
  /** Who decided: the way to the statement, and its zone. */
  readonly by: string;
  readonly because: string | null;
  /** Paths of the files, sorted. */
  readonly files: readonly string[];
}

/** All there is to know about a rule, and where it holds in this project. */
export interface RulePage extends ReportBase {
  readonly rule: Rule;
  /** The presets that come with Elvar and speak of it. `zone` is set where only a zone of the preset does. */
  readonly presets: readonly { readonly reference: string; readonly level: Level; readonly zone: string | null }[];
  /** By whose decision it holds, or was turned off, for files of the languages it knows. Most files first. */
  readonly places: readonly RulePlaces[];
  /** Checked files of a language that the rule knows. */
  readonly known: number;
  /** Rules that want the opposite and are in force for some of the same files. */
  readonly clashes: readonly { readonly rule: RuleId; readonly files: number }[];
}

/** A file as repairs left it, or would leave it. */
export interface RepairedSource {
  readonly path: string;
  /** The whole text, with a byte-order mark where there is one. */
  readonly before: string;
  readonly after: string;
  /** How many findings were repaired, by rule. */
  readonly repaired: ReadonlyMap<RuleId, number>;
  /** Findings whose repair would have broken the file, so that it was not made. */
  readonly withdrawn: readonly Finding[];
  /** What is found afterwards, without what is excused. */
  readonly left: readonly Finding[];
}

/** A waiver that was written, or would be. */
export interface WaivedFile {
  readonly path: string;
  /** The line of the comment, from 1. */
  readonly line: number;
  readonly selectors: readonly string[];
  /** The whole text, with a byte-order mark where there is one. */
  readonly before: string;
  readonly after: string;
  /** Why the file was left as it is; null when it was written, or was not to be. */
  readonly failed: string | null;
}

/** A file without the waivers that excused nothing. */
export interface UnwaivedFile {
  readonly path: string;
  /** The whole text, with a byte-order mark where there is one. */
  readonly before: string;
  readonly after: string;
  readonly removed: readonly RemovedWaiver[];
  /** Why the file was left as it is; null when it was written, or was not to be. */
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
  /** The day on which its line was last changed, as YYYY-MM-DD; null where git does not know. */
  readonly since: string | null;
}

/** What was repaired, or would be. */
export interface FixReport extends ReportBase {
  /** What was met and is not checked, as far as paths tell. */
  readonly skipped: readonly SkippedPath[];
  /** Sorted by path. */
  readonly files: readonly RepairedSource[];
  /** Whether the files were written. */
  readonly written: boolean;
}

/** The rule sets of a listing with their files, in the order of their first files. */
export function filesBySet(files: readonly ResolvedFile[]): Map<RuleSet, ResolvedFile[]> {
  const bySet = new Map<RuleSet, ResolvedFile[]>();
  for (const file of files) {
    const others = bySet.get(file.rules.set);
    if (others === undefined) bySet.set(file.rules.set, [file]);
    else others.push(file);
  }
  return bySet;
}
