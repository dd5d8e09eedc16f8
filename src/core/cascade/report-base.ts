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

/** What may surprise: something ignored, a problem outside the project, or a command-line setting without effect. */
export type Notice = IgnoredEntry | { readonly problem: Problem } | { readonly refusal: SettingRefusal };
