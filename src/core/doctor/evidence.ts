import type { ExpectationReport } from '../expectations/broken-expectation.js';
import type { Catalog } from '../catalog/catalog.js';
import type { LayerFile, PatternLine } from '../model/layer.js';
import type { AccountedEntry } from '../model/ledger.js';
import type { IntakeNote } from '../cascade/report-base.js';
import type { GuardedOut } from '../cascade/guarded-out.js';
import type { ListedWaiver } from '../inspect/waiver-report.js';
import type { ResolvedFile } from '../cascade/resolve-report.js';
import type { Problem } from '../model/problem.js';
import type { RuleId } from '../model/rule.js';
import type { SkippedPath } from '../model/scope.js';
import type { Statement } from '../model/statement.js';
import type { ForeignCode } from '../scope/foreign-code.js';

/** All that is known of a project when its configuration is examined. */
export interface Evidence {
  readonly catalog: Catalog;
  /** As YYYY-MM-DD. */
  readonly today: string;
  /** Sorted by path. */
  readonly files: readonly ResolvedFile[];
  readonly skipped: readonly SkippedPath[];
  /** The layer files of the project itself: those of directories, and presets in it. */
  readonly layers: readonly LayerFile[];
  /** The lines of every `.elvarignore`. */
  readonly ignoreLines: readonly PatternLine[];
  /** Tracked files that patterns exclude although they do not look generated, keyed by the place of the pattern. */
  readonly hidden: readonly { readonly path: string; readonly file: string; readonly line: number; readonly pattern: string }[];
  readonly guardedOut: readonly GuardedOut[];
  readonly foreign: readonly ForeignCode[];
  readonly expectations: ExpectationReport;
  readonly ledger: readonly AccountedEntry[];
  readonly waivers: readonly ListedWaiver[];
  /** What presets from outside say that Elvar does not know, such as newer or retired rules. */
  readonly leftAside: readonly Problem[];
  /** What is told of the logs of other programs. */
  readonly intake: readonly IntakeNote[];
  /** Examples of house rules with other findings than expected. */
  readonly failedExamples: readonly {
    readonly rule: RuleId;
    readonly kind: 'good' | 'bad';
    readonly file: string;
    readonly line: number;
  }[];
}

/** The place of a statement as a text to compare. */
export function placeKey({ place }: Statement): string {
  return place === null ? '' : `${place.file}:${place.line}:${place.column}`;
}

/** A statement in words: its chain of adoptions and its line. */
export function wayOf({ layer, place }: Statement): string {
  if (place === null) return layer.id;
  return [...layer.through, place].map(({ file, line }) => `${file}:${line}`).join(' → ');
}
