import type { Explanation } from '../cascade/explanation.js';
import type { Finding } from '../model/finding.js';
import type { IncompleteReason } from '../model/scope.js';
import type { WrittenEntry } from '../model/ledger.js';
import type { WaiverRecord } from '../waivers/account.js';

/** The answer about one line of a file: its findings, the excused ones too, and the waivers that cover it. */
export interface LineExplanation {
  readonly explanation: Explanation;
  readonly line: number;
  /** Why the file could not be checked; null if it was, or is not to be. */
  readonly unread: IncompleteReason | null;
  /** If a column is given and there are findings just there, only those. */
  readonly findings: readonly Finding[];
  /** Each with those of its selectors that select a rule. */
  readonly waivers: readonly WaiverRecord[];
  /** Selectors in waivers for this line that select no rule and so cover nothing. */
  readonly unknown: readonly { readonly line: number; readonly selector: string; readonly near: string | null }[];
}

/** What excuses findings of one rule in one file. */
export interface RuleExcuses {
  readonly waivers: readonly WaiverRecord[];
  readonly entries: readonly WrittenEntry[];
}
