/*
 * The documents that programs get: plain data, the same as `--format json` prints. Within a version keys may be added, and none
 * changes. Lines and columns count from 1, columns in UTF-16 code units; paths are relative to the root, with `/`.
 */

/** How strictly a rule is held. */
export type Level = 'error' | 'warning' | 'note' | 'off';

/** How reliable a rule's findings are. */
export type Confidence = 'certain' | 'likely' | 'possible';

/** How far a repair can be trusted: `offered` ones need a look, and are made only on request. */
export type RepairKind = 'safe' | 'offered';

/** Whether something is permitted for a rule's findings. */
export type Permission = 'allow' | 'refuse';

/** What an option can hold. */
export type OptionValue = number | boolean | string | readonly string[];

/** What could not be read, so that the answer lacks it. */
export interface IncompletePath {
  readonly path: string;
  /** In words. */
  readonly reason: string;
  readonly code: 'unreadable' | 'patterns-unreadable' | 'unwritten' | 'ledger-behind' | 'vanished' | 'name-not-utf8'
    | 'unfinished' | 'too-slow' | 'too-dense';
}

/** A line of a layer file. */
export interface LinePlace {
  readonly file: string;
  readonly line: number;
}

/** One place where a rule is not met. */
export interface FindingData {
  readonly rule: string;
  readonly level: Exclude<Level, 'off'>;
  readonly path: string;
  readonly line: number;
  readonly column: number;
  readonly endLine: number;
  readonly endColumn: number;
  readonly message: string;
  readonly advice: string;
  readonly confidence: Confidence;
  /** Whether `fix` repairs it by itself: its repair is safe. */
  readonly fixable: boolean;
  readonly repair: RepairKind | null;
  readonly fingerprint: string;
  readonly excused: {
    readonly by: 'waiver' | 'ledger' | 'producer';
    readonly line: number;
    readonly because: string | null;
    readonly until: string | null;
    readonly status: string | null;
  } | null;
  /** What another program that found it said besides; absent if nothing. */
  readonly notes?: readonly { readonly message: string; readonly path: string | null; readonly line: number | null }[];
}

/** An expectation that does not hold: for one part of one rule, as one line decides it. */
export interface BrokenExpectationData {
  readonly rule: string;
  /** `level`, `options.NAME`, `waivers`, `fix` or `ledger`. */
  readonly part: string;
  readonly expected: OptionValue | { readonly 'at-least': Level };
  readonly found: OptionValue | null;
  /** Where it is written what is expected. */
  readonly file: string;
  readonly line: number;
  readonly because: string | null;
  /** The line that decided; null for the catalog. */
  readonly by: {
    readonly layer: string;
    readonly file: string;
    readonly line: number;
    readonly zone: string | null;
    readonly because: string | null;
  } | null;
  /** How many files it does not hold for, and the first of them. */
  readonly files: number;
  readonly example: string;
}

/** What the code violates. */
export interface FindingsDocument {
  readonly format: 'elvar-findings/1';
  readonly findings: readonly FindingData[];
  readonly totals: Readonly<
    Record<'files' | 'clean' | 'error' | 'warning' | 'note' | 'fixable' | 'offered' | 'excused' | 'byWaiver' | 'byLedger', number>
  >;
  readonly notShown: { readonly level: number; readonly confidence: number };
  /** How many expectations there are, whether they make the check fail, and what does not hold. */
  readonly expectations: { readonly count: number; readonly fail: boolean; readonly broken: readonly BrokenExpectationData[] };
  readonly incomplete: readonly IncompletePath[];
  readonly misreadWaivers: readonly {
    readonly path: string;
    readonly line: number;
    readonly text: string;
    readonly problem: string;
  }[];
  readonly guardedOut: readonly {
    readonly file: string;
    readonly line: number;
    readonly pattern: string;
    readonly files: number;
    readonly guards: readonly LinePlace[];
  }[];
  readonly since?: string;
}

/** A file, or a directory (its path ends in `/`), that is not checked. */
export interface SkippedData {
  readonly path: string;
  readonly reason: string;
  readonly by: { readonly file: string | null; readonly line: number | null; readonly pattern: string | null } | null;
}

/** Which files are checked, and why the others are not. */
export interface ScopeDocument {
  readonly format: 'elvar-scope/1';
  readonly checked: readonly { readonly path: string; readonly language: string }[];
  readonly skipped: readonly SkippedData[];
  readonly foreign: readonly { readonly kind: string; readonly pattern: string; readonly paths: readonly string[] }[];
  readonly workTree: string | null;
  readonly incomplete: readonly IncompletePath[];
}

/** The rule sets of files. */
export interface ResolveDocument {
  readonly format: 'elvar-resolve/1';
  readonly sets: readonly {
    readonly id: string;
    readonly rules: Readonly<
      Record<string, { readonly level: Exclude<Level, 'off'>; readonly options: Readonly<Record<string, OptionValue>> }>
    >;
    readonly files: readonly { readonly path: string; readonly language: string }[];
  }[];
}

/** What one statement said about a rule, and what became of it. */
export interface TrailData {
  readonly kind: string;
  readonly layer: string;
  readonly file: string | null;
  readonly line: number | null;
  readonly selector: string | null;
  readonly zone: string | null;
  readonly level: Level | null;
  readonly options: Readonly<Record<string, unknown>>;
  readonly waivers: Permission | null;
  readonly fix: Permission | null;
  readonly ledger: Permission | null;
  readonly guard: string | null;
  readonly because: string | null;
  readonly until: string | null;
  readonly effect: 'applied' | 'expired' | 'refused' | 'partly-refused' | 'capped' | 'idle' | 'cut-off';
  /** The refused parts: `level`, `options.NAME`, `waivers`, `fix`, `ledger`. */
  readonly refused: readonly string[];
  /** An index into the trail. */
  readonly refusedBy: number | null;
}

/** A rule as decided for a path; `by` and `over` are indexes into the trail, whose entry 0 is the catalog. */
export interface DecisionData {
  readonly level: Level;
  readonly inForce: boolean;
  readonly waivers: Permission;
  readonly fix: Permission;
  readonly ledger: Permission;
  readonly guards: readonly { readonly kind: string; readonly by: number }[];
  readonly options: Readonly<Record<string, {
    readonly value: OptionValue;
    readonly by: number;
    readonly over: number | null;
    readonly items: readonly { readonly value: string; readonly by: number }[] | null;
  }>>;
  readonly by: number;
  readonly over: number | null;
  readonly trail: readonly TrailData[];
}

/** All that decides about one path. */
export interface ExplainDocument {
  readonly format: 'elvar-explain/1';
  readonly path: string;
  readonly exists: boolean;
  readonly language: string | null;
  readonly inScope: boolean;
  readonly skipped: SkippedData | null;
  readonly layers: readonly {
    readonly id: string;
    readonly kind: string;
    readonly title: string | null;
    readonly file: string | null;
    readonly through: readonly LinePlace[];
  }[];
  readonly rules: Readonly<Record<string, DecisionData>>;
  readonly incomplete: readonly IncompletePath[];
}

/** The same for one line. */
export interface ExplainLineDocument extends ExplainDocument {
  readonly line: number;
  readonly findings: readonly FindingData[];
  readonly waivers: readonly WaiverData[];
  readonly unknownSelectors: readonly { readonly line: number; readonly selector: string; readonly near: string | null }[];
}

/** A comment that excuses findings. */
export interface WaiverData {
  readonly selectors: readonly string[];
  readonly line: number;
  readonly reach: 'line' | 'below' | 'throughout';
  readonly until: string | null;
  readonly because: string | null;
  readonly expired: boolean;
}

/** One side of a difference. */
export interface SideData {
  readonly level: Level;
  readonly by: LinePlace | null;
  readonly options: Readonly<Record<string, { readonly value: OptionValue; readonly by: LinePlace | null }>>;
  readonly waivers: Permission;
  readonly fix: Permission;
  readonly ledger: Permission;
}

/** How the rules of two sides differ. */
export interface CompareDocument {
  readonly format: 'elvar-compare/1';
  readonly first: { readonly name: string; readonly kind: string; readonly exists: boolean };
  readonly second: { readonly name: string; readonly kind: string; readonly exists: boolean };
  readonly rules: readonly {
    readonly rule: string;
    readonly relation: 'stricter' | 'looser' | 'different';
    readonly first: SideData;
    readonly second: SideData;
  }[];
}

/** The rules there are. */
export interface CatalogDocument {
  readonly format: 'elvar-catalog/1';
  readonly rules: readonly {
    readonly id: string;
    readonly concern: string;
    readonly title: string;
    readonly about: string;
    readonly advice: string;
    readonly tags: readonly string[];
    readonly languages: readonly string[];
    readonly confidence: Confidence;
    readonly fixable: boolean;
    readonly repairs: RepairKind | null;
    readonly options: readonly {
      readonly name: string;
      readonly type: string;
      readonly default: OptionValue;
      readonly stricter: string | null;
      readonly choices?: readonly string[];
      readonly least?: number;
      readonly most?: number;
    }[];
  }[];
}

/** The place of a repair that was not made. */
interface RepairPlace {
  readonly rule: string;
  readonly line: number;
  readonly column: number;
  readonly message: string;
}

/** What was repaired, or would be; each change as a unified diff. */
export interface FixDocument {
  readonly format: 'elvar-fix/1';
  readonly written: boolean;
  readonly files: readonly {
    readonly path: string;
    readonly patch: string;
    readonly repaired: Readonly<Record<string, number>>;
    readonly withdrawn: readonly RepairPlace[];
    readonly offered: readonly RepairPlace[];
  }[];
  /** The translations that texts moved to. */
  readonly bundles: readonly { readonly path: string; readonly added: number; readonly patch: string }[];
  readonly totals: Readonly<Record<'files' | 'repaired' | 'withdrawn' | 'offered' | 'left', number>>;
  readonly incomplete: readonly IncompletePath[];
}
