import type { AccountedEntry, LedgerEntry } from '../../core/model/ledger.js';
import type { LedgerChange, LedgerReport } from '../../core/ledger/ledger-report.js';
import { incompleteJson } from '../text/incomplete.js';

/** `elvar-ledger/1`. `found` is the current place of the finding; null if it no longer exists. */
export function ledgerJson({ entries, incomplete }: LedgerReport): object {
  return { format: 'elvar-ledger/1', entries: entries.map(accountedJson), incomplete: incompleteJson(incomplete) };
}

function accountedJson({ entry, state, path, finding }: AccountedEntry): object {
  const found = finding === null ? null : { path, line: finding.span.start.line, column: finding.span.start.column };
  return { ...entryJson(entry), writtenIn: entry.writtenIn, state, found };
}

/** `elvar-ledger-change/1`. */
export function ledgerChangeJson({ added, changed, dropped, size, failed, incomplete }: LedgerChange, writes: boolean): object {
  return {
    format: 'elvar-ledger-change/1', written: writes && failed === null,
    added: added.map(entryJson), changed: changed.map(entryJson), dropped: dropped.map(entryJson), size,
    incomplete: incompleteJson(incomplete),
  };
}

function entryJson({ path, rule, line, code, fingerprint, status, because, since, until }: LedgerEntry): object {
  return { path, rule, line, code, fingerprint, status, because, since, until };
}
