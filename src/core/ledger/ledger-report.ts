import type { ReportBase } from '../cascade/report-base.js';
import type { Finding } from '../model/finding.js';
import type { AccountedEntry, LedgerEntry } from '../model/ledger.js';

/** The ledger, with the state of each entry. */
export interface LedgerReport extends ReportBase {
  /** In file order. */
  readonly entries: readonly AccountedEntry[];
}

/** What was changed in the ledger, or would be. */
export interface LedgerChange extends ReportBase {
  readonly added: readonly LedgerEntry[];
  /** The entries in their new form. */
  readonly changed: readonly LedgerEntry[];
  readonly dropped: readonly LedgerEntry[];
  /** Findings that were asked for but left out, since a ruling does not let the ledger excuse them. */
  readonly refused: readonly Finding[];
  /** The number of entries in the ledger afterwards. */
  readonly size: number;
  /** Why the ledger was not written; null if it was, or was not supposed to be. */
  readonly failed: string | null;
}
