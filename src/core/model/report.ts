import type { Finding } from './finding.js';
import type { FailOn } from './layer.js';
import type { Problem } from './problem.js';
import type { LanguageId } from './language.js';
import type { DecidedRules, RuleSet } from './rule-set.js';
import type { CheckedFile, IncompletePath, SkippedPath } from './scope.js';
import type { LayerInstance } from './statement.js';

/** What every answer tells besides itself. */
export interface ReportBase {
  /** Whether `elvar:starter` stands in the place of layer files, of which there are none. */
  readonly usesStarter: boolean;
  /** What could not be read; the answer lacks it. */
  readonly incomplete: readonly IncompletePath[];
  readonly notices: readonly Notice[];
}

/** What was left aside and may surprise: in words, or a problem that is none of the project's. */
export type Notice = { readonly text: string } | { readonly problem: Problem };

/** Which files are checked, and why the others are not. Both lists are sorted by path. */
export interface ScopeReport extends ReportBase {
  readonly checked: readonly CheckedFile[];
  readonly skipped: readonly SkippedPath[];
}

/** A file with its rule set. */
export interface ResolvedFile extends CheckedFile {
  readonly rules: DecidedRules;
}

/** The rule set of every file, the files sorted by path. */
export interface ResolveReport extends ReportBase {
  readonly files: readonly ResolvedFile[];
  readonly layerFiles: number;
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
}

/** A comment that begins like a waiver and excuses nothing. */
export interface MisreadWaiver {
  readonly path: string;
  readonly line: number;
  readonly text: string;
}

/** A checked file and its findings. */
export interface CheckedSource extends CheckedFile {
  readonly rules: DecidedRules;
  readonly findings: readonly Finding[];
}

/** What the code violates. */
export interface CheckReport extends ReportBase {
  /** Sorted by path. */
  readonly files: readonly CheckedSource[];
  readonly skipped: readonly SkippedPath[];
  readonly misreadWaivers: readonly MisreadWaiver[];
  /** The lowest level at which findings make the check fail. */
  readonly failOn: FailOn;
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
