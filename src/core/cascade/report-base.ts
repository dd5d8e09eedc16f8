import type { Place } from '../base/place.js';
import type { SettingRefusal } from './refused-settings.js';
import type { Catalog } from '../catalog/catalog.js';
import type { Problem } from '../model/problem.js';
import type { IncompletePath } from '../model/scope.js';

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

/** A file of patterns that is not read, because it is none. */
export interface IgnoredEntry {
  readonly code: 'not-a-file';
  readonly file: string;
  readonly kind: 'directory' | 'symlink' | 'special';
}

/** What is not taken in of a log of another program, or not as it is written. */
export type IntakeNote =
  | {
    readonly intake: 'missing';
    readonly log: string;
    /** Where it is declared; null if the command line names it. */
    readonly place: Place | null;
  }
  | {
    readonly intake: 'old';
    readonly log: string;
    readonly place: Place | null;
    readonly files: number;
    readonly example: string;
  }
  | { readonly intake: 'outside'; readonly log: string; readonly findings: number }
  | { readonly intake: 'not-checked'; readonly findings: number; readonly files: number }
  | { readonly intake: 'same-name'; readonly log: string; readonly rule: string; readonly ids: readonly string[] };

/** What may surprise: something ignored, a problem outside the project, or a command-line setting without effect. */
export type Notice = IgnoredEntry | IntakeNote | { readonly problem: Problem } | { readonly refusal: SettingRefusal };
