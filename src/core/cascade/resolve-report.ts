import type { ExpectationReport } from '../expectations/broken-expectation.js';
import type { ReportBase } from './report-base.js';
import type { LayerFile, RemoteReference, ScopeSettings } from '../model/layer.js';
import type { DecidedRules, RuleSet } from '../model/rule-set.js';
import type { CheckedFile, SkippedPath } from '../model/scope.js';

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
  /** How the expectations stand. */
  readonly expectations: ExpectationReport;
  /** What is excluded, as far as is known without opening files. */
  readonly skipped: readonly SkippedPath[];
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

/** The names of the rule sets of a listing, in the order of their first files. */
export function setNames(files: readonly ResolvedFile[]): Map<RuleSet, string> {
  const names = new Map<RuleSet, string>();
  for (const { rules: { set } } of files) if (!names.has(set)) names.set(set, `set-${names.size + 1}`);
  return names;
}
