import type { OptionType } from './option-type.js';
import type { Place } from '../base/place.js';

/**
 * What can be wrong with a layer file: plain data with a closed list of codes, put into words when a problem
 * is shown. `near` is an existing name that was probably meant.
 */
export type ProblemDetail =
  | { readonly code: 'yaml-syntax'; readonly detail: string }
  | { readonly code: 'yaml-alias-bomb'; readonly limit: number }
  | { readonly code: 'yaml-alias-circle'; readonly anchor: string }
  | {
    readonly code: 'yaml-too-many';
    readonly what: 'values' | 'lines' | 'aliases' | 'mistakes' | 'zones' | 'expectations' | 'patterns';
    readonly limit: number;
  }
  | { readonly code: 'yaml-too-deep' }
  | { readonly code: 'several-documents' }
  | { readonly code: 'needs-quotes'; readonly written: string; readonly as: 'tag' | 'alias' }
  | { readonly code: 'merge-conflict' }
  | { readonly code: 'key-twice'; readonly key: string; readonly first: Place }
  | { readonly code: 'not-a-mapping'; readonly found: string }
  | { readonly code: 'unknown-key'; readonly key: string; readonly near: string | null; readonly known: readonly string[] }
  | { readonly code: 'key-not-here'; readonly key: string; readonly belongs: string }
  | { readonly code: 'wrong-type'; readonly expected: string; readonly found: string }
  | { readonly code: 'bad-value'; readonly found: string; readonly near: string | null; readonly known: readonly string[] }
  | { readonly code: 'missing-key'; readonly key: string }
  | { readonly code: 'bad-duration'; readonly found: string }
  | { readonly code: 'bad-size'; readonly found: string }
  | { readonly code: 'bad-date'; readonly found: string }
  | { readonly code: 'reason-missing'; readonly what: 'ruling' | 'zone' | 'expectation'; readonly name: string | null }
  | { readonly code: 'personal-guard' }
  | { readonly code: 'scope-is-roots'; readonly pattern: string }
  | { readonly code: 'unknown-language'; readonly language: string; readonly near: string | null }
  | { readonly code: 'package-missing'; readonly reference: string; readonly name: string }
  | { readonly code: 'leaves-root'; readonly reference: string }
  | { readonly code: 'wrong-outside'; readonly reference: string; readonly mistakes: number }
  | { readonly code: 'leaves-package'; readonly reference: string; readonly name: string }
  | { readonly code: 'bad-pattern'; readonly why: 'no-text' | 'empty' | 'tag' | 'alias' | 'line-break' }
  | { readonly code: 'bad-selector'; readonly selector: string }
  | { readonly code: 'unknown-rule'; readonly selector: string; readonly near: string | null }
  | {
    readonly code: 'unknown-option';
    readonly rule: string;
    readonly option: string;
    readonly near: string | null;
    readonly known: readonly string[];
  }
  | {
    readonly code: 'bad-option';
    readonly rule: string;
    readonly option: string;
    readonly expected: OptionType;
    readonly found: string;
  }
  | { readonly code: 'options-need-rule'; readonly selector: string }
  | { readonly code: 'says-nothing'; readonly selector: string }
  | { readonly code: 'expects-of-what'; readonly both: boolean }
  | { readonly code: 'bad-expected-path'; readonly path: string }
  | { readonly code: 'expects-nothing'; readonly selector: string }
  | { readonly code: 'expects-two-levels' }
  | { readonly code: 'expects-edit'; readonly selector: string; readonly option: string }
  | { readonly code: 'same-zone-name'; readonly name: string; readonly first: Place }
  | { readonly code: 'bad-preset-reference'; readonly reference: string; readonly near: string | null }
  | { readonly code: 'adopts-nothing'; readonly reference: string }
  | {
    readonly code: 'unknown-preset';
    readonly reference: string;
    readonly near: string | null;
    readonly known: readonly string[];
  }
  | { readonly code: 'preset-missing'; readonly reference: string; readonly path: string }
  | { readonly code: 'preset-not-pinned'; readonly reference: string }
  | { readonly code: 'preset-not-fetched'; readonly reference: string; readonly why: string }
  | { readonly code: 'digest-mismatch'; readonly reference: string; readonly pinned: string; readonly found: string }
  | { readonly code: 'leaves-remote'; readonly reference: string; readonly path: string }
  | { readonly code: 'file-unreadable'; readonly path: string; readonly why: string }
  | { readonly code: 'not-a-file'; readonly path: string; readonly what: string }
  | { readonly code: 'too-many-presets'; readonly limit: number }
  | { readonly code: 'bad-house-id'; readonly id: string }
  | { readonly code: 'own-concern'; readonly id: string; readonly concern: string }
  | { readonly code: 'intake-concern'; readonly concern: string; readonly why: 'form' | 'own' | 'house' }
  | { readonly code: 'intake-outside'; readonly path: string }
  | { readonly code: 'query-needs-languages'; readonly id: string }
  | { readonly code: 'query-or-pattern'; readonly both: boolean }
  | { readonly code: 'bad-expression'; readonly detail: string }
  | { readonly code: 'bad-query'; readonly detail: string; readonly grammar: string; readonly near: string | null }
  | { readonly code: 'house-rule-twice'; readonly id: string; readonly first: Place }
  | { readonly code: 'preset-circle'; readonly circle: readonly string[] };

/** A {@link ProblemDetail} with its place; `place` is null for the file as a whole. */
export interface Problem {
  readonly file: string;
  readonly place: Place | null;
  readonly detail: ProblemDetail;
}

/** Orders the problems of one file from top to bottom, those of the whole file first. */
export function compareProblems({ place: a }: Problem, { place: b }: Problem): number {
  if (a === null || b === null) return Number(a !== null) - Number(b !== null);
  return a.line - b.line || a.column - b.column;
}
