import type { BrokenExpectation } from '../expectations/broken-expectation.js';
import type { Removal } from '../layers/edit/mended-text.js';
import type { ProblemDetail } from '../model/problem.js';
import type { Level } from '../model/level.js';
import type { RuleId } from '../model/rule.js';
import type { PartName } from '../model/statement.js';
import type { ForeignKind } from '../scope/foreign-code.js';

/** What somebody has decided: a ruling, a waiver, or an entry of the ledger. */
export type Decreed =
  | { readonly kind: 'ruling'; readonly selector: string }
  | { readonly kind: 'waiver'; readonly selectors: readonly string[] }
  | { readonly kind: 'entry'; readonly rule: RuleId; readonly path: string };

/** What can be wrong with a readable configuration: plain data with a closed list of codes, put into words when shown. */
export type DiagnosisDetail =
  | {
    readonly code: 'idle-ruling';
    readonly selector: string;
    readonly zone: string | null;
    readonly why: 'overruled' | 'equal';
    readonly by: string | null;
  }
  | { readonly code: 'idle-zone'; readonly zone: string; readonly why: 'overruled' | 'equal'; readonly by: string | null }
  | { readonly code: 'idle-cap'; readonly level: Level }
  | { readonly code: 'repeats-outer'; readonly rulings: number }
  | { readonly code: 'zone-matches-nothing'; readonly zone: string }
  | {
    readonly code: 'pattern-matches-nothing';
    readonly pattern: string;
    readonly where: 'zone' | 'ignore' | 'include' | 'language';
  }
  | { readonly code: 'adopted-twice'; readonly preset: string; readonly ways: readonly string[] }
  | { readonly code: 'language-lacking'; readonly selector: string; readonly languages: readonly string[] }
  | {
    readonly code: 'contradiction';
    readonly rules: readonly [RuleId, RuleId];
    readonly files: number;
    readonly example: string;
    readonly by: readonly [string, string];
  }
  | {
    readonly code: 'refused';
    readonly selector: string;
    readonly rules: readonly RuleId[];
    readonly parts: readonly PartName[];
    readonly files: number;
    readonly by: string;
    readonly kind: string;
  }
  | { readonly code: 'expired'; readonly of: Decreed; readonly until: string }
  | { readonly code: 'expires-soon'; readonly of: Decreed; readonly until: string }
  | { readonly code: 'no-reason'; readonly of: Decreed }
  | { readonly code: 'example-fails'; readonly rule: RuleId; readonly kind: 'good' | 'bad' }
  | { readonly code: 'ledger-gone'; readonly entries: number }
  | { readonly code: 'ledger-unknown-rule'; readonly rule: string; readonly entries: number }
  | { readonly code: 'same-title'; readonly title: string; readonly other: string }
  | { readonly code: 'directory-unchecked'; readonly directory: string; readonly files: number }
  | {
    readonly code: 'hides-guarded';
    readonly pattern: string;
    readonly files: number;
    readonly isAll: boolean;
    readonly by: readonly string[];
  }
  | { readonly code: 'hides-own-code'; readonly pattern: string; readonly files: number; readonly example: string }
  | { readonly code: 'foreign-code'; readonly kind: ForeignKind; readonly pattern: string; readonly files: number }
  | { readonly code: 'left-aside'; readonly problem: ProblemDetail }
  | { readonly code: 'log-missing'; readonly log: string }
  | { readonly code: 'log-old'; readonly log: string; readonly files: number; readonly example: string }
  | { readonly code: 'rule-in-no-log'; readonly rule: RuleId }
  | { readonly code: 'broken-expectation'; readonly broken: BrokenExpectation; readonly rules: readonly RuleId[] }
  /** At the line that decides, for whoever edits it. */
  | { readonly code: 'breaks-expectation'; readonly broken: BrokenExpectation; readonly rules: readonly RuleId[] }
  | { readonly code: 'expectation-matches-nothing'; readonly pattern: string }
  | { readonly code: 'unused-waiver'; readonly selectors: readonly string[] };

/** An edit that solves the problem without changing what is checked. */
type Mend = Removal | { readonly kind: 'prune-ledger' };

/** Something wrong with the configuration. */
export interface Diagnosis {
  readonly detail: DiagnosisDetail;
  readonly file: string;
  /** From 1; null where the file as a whole is meant. */
  readonly line: number | null;
  /** Whether it makes answers differ from what the lead may think (a problem) or is only clutter. */
  readonly weight: 'problem' | 'advice';
  /** Null if somebody has to decide. */
  readonly mend: Mend | null;
}
