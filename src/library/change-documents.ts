import type { BrokenExpectationData, FindingData, IncompletePath } from './documents.js';

/** What a change of rules does to every file. */
export interface ImpactDocument {
  readonly format: 'elvar-impact/1';
  readonly files: number;
  readonly sets: { readonly before: number; readonly after: number };
  readonly findings: { readonly before: number; readonly after: number };
  readonly touched: readonly string[];
  readonly entering: readonly string[];
  readonly leaving: readonly string[];
  readonly rules: Readonly<Record<string, {
    readonly relation: 'stricter' | 'looser' | 'different' | null;
    readonly ways: readonly {
      readonly relation: string;
      readonly before: object;
      readonly after: object;
      readonly files: readonly string[];
    }[];
    readonly appearing: readonly FindingData[];
    readonly disappearing: readonly FindingData[];
    readonly relevelled: readonly FindingData[];
  }>>;
  /** What becomes of expectations: broken by the change, broken before and after, holding again, and gone. */
  readonly expectations: {
    readonly breaking: readonly BrokenExpectationData[];
    readonly stillBroken: readonly BrokenExpectationData[];
    readonly mended: readonly BrokenExpectationData[];
    readonly dropped: readonly {
      readonly selector: string;
      readonly file: string | null;
      readonly line: number;
      readonly because: string | null;
    }[];
  };
  /** Rulings that guards refuse after the change, and did not before; `by` names the guard. */
  readonly refused: readonly {
    readonly file: string | null;
    readonly line: number | null;
    readonly by: string;
    readonly rules: readonly string[];
    readonly parts: readonly string[];
    readonly files: readonly string[];
  }[];
  readonly incomplete: readonly IncompletePath[];
}

/** What is wrong with the configuration itself. */
export interface DoctorDocument {
  readonly format: 'elvar-doctor/1';
  readonly diagnoses: readonly {
    readonly code: string;
    readonly what: string;
    readonly advice: string;
    readonly file: string;
    readonly line: number | null;
    readonly weight: 'problem' | 'advice';
    readonly mendable: boolean;
  }[];
  readonly files: number;
  readonly layerFiles: number;
  readonly incomplete: readonly IncompletePath[];
}

/** Who did something, when, and in which commit; all null for what is not committed. */
interface CommitData {
  readonly commit: string | null;
  readonly day: string | null;
  readonly author: string | null;
  readonly subject: string | null;
}

interface PlaceData {
  readonly file: string;
  readonly line: number;
  readonly column: number;
}

/** How the rules of a file came about, newest first. */
export interface HistoryDocument {
  readonly format: 'elvar-history/1';
  readonly path: string;
  /** Null for all rules. */
  readonly rule: string | null;
  readonly changes: readonly (CommitData & {
    readonly cause: 'commit' | 'uncommitted' | 'expired';
    /** The path of the file then. */
    readonly path: string;
    readonly rules: readonly {
      readonly rule: string;
      readonly level: { readonly from: string | null; readonly to: string | null } | null;
      readonly options: Readonly<Record<string, { readonly from: unknown; readonly to: unknown }>>;
      /** The line that did it, and what became of it. */
      readonly line: (PlaceData & { readonly fate: 'written' | 'removed' | 'expired' }) | null;
      /** The line that decides from then on. */
      readonly by: PlaceData | null;
    }[];
  })[];
  readonly renames: readonly (CommitData & { readonly from: string; readonly to: string })[];
  /** Commits that are passed over, because their layer files were wrong. */
  readonly broken: readonly (CommitData & { readonly problems: readonly {
    readonly file: string;
    readonly line: number | null;
    readonly column: number | null;
    readonly message: string;
  }[] })[];
  /** What kept it from going further back; empty if nothing did. */
  readonly incomplete: readonly { readonly path: string; readonly reason: string; readonly code: string }[];
  /** How many commits were looked at. */
  readonly commits: number;
  /** The packages whose presets were read as they are installed now. */
  readonly installed: readonly string[];
  readonly beginning: (CommitData & {
    readonly path: string;
    readonly reason: 'first-commit' | 'asked' | 'shallow-clone';
    readonly levels: Readonly<Record<string, string>>;
  }) | null;
}
