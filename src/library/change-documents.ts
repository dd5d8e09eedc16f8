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
    readonly ways: readonly { readonly relation: string; readonly before: object; readonly after: object; readonly files: readonly string[] }[];
    readonly appearing: readonly FindingData[];
    readonly disappearing: readonly FindingData[];
    readonly relevelled: readonly FindingData[];
  }>>;
  /** What becomes of expectations: broken by the change, broken before and after, holding again, and gone. */
  readonly expectations: { readonly breaking: readonly BrokenExpectationData[]; readonly stillBroken: readonly BrokenExpectationData[]; readonly mended: readonly BrokenExpectationData[]; readonly dropped: readonly { readonly selector: string; readonly file: string | null; readonly line: number; readonly because: string | null }[] };
  /** Rulings that guards refuse after the change, and did not before; `by` names the guard. */
  readonly refused: readonly { readonly file: string | null; readonly line: number | null; readonly by: string; readonly rules: readonly string[]; readonly parts: readonly string[]; readonly files: readonly string[] }[];
  readonly incomplete: readonly IncompletePath[];
}

/** What is wrong with the configuration itself. */
export interface DoctorDocument {
  readonly format: 'elvar-doctor/1';
  readonly diagnoses: readonly { readonly code: string; readonly what: string; readonly advice: string; readonly file: string; readonly line: number | null; readonly weight: 'problem' | 'advice'; readonly mendable: boolean }[];
  readonly files: number;
  readonly layerFiles: number;
  readonly incomplete: readonly IncompletePath[];
}
