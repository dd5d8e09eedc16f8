import type { ActiveLevel } from './level.js';
import type { Span } from './place.js';
import type { RuleId } from './rule.js';

/** What excuses a finding: a waiver in the code, or the ledger. `line` is where that is written. */
export interface Excuse {
  readonly by: 'waiver' | 'ledger';
  readonly line: number;
  readonly because: string | null;
  readonly until: string | null;
  readonly status: string | null;
}

/** One place where a rule is not met. What goes for all findings of a rule stands in the catalog. */
export interface Finding {
  readonly rule: RuleId;
  readonly level: ActiveLevel;
  readonly path: string;
  readonly span: Span;
  readonly message: string;
  readonly fixable: boolean;
  /** Stays the same when lines above it come and go, or when blanks on its line change. */
  readonly fingerprint: string;
  readonly excused: Excuse | null;
}
