import type { Finding } from '../model/finding.js';
import type { IncompletePath } from '../model/scope.js';
import type { RuleSet } from '../model/rule-set.js';
import type { AccountedEntry, WrittenEntry } from '../model/ledger.js';

/** Which part of the tree was checked, so that a known finding that did not turn up there is known to be gone. */
interface LookedAt {
  /** Whether a run has checked the file at this path, or it no longer exists. */
  readonly saw: (path: string) => boolean;
}

/** The known findings of a project, and an account of which turned up. */
export class Ledger {
  /** The empty ledger. */
  static readonly NONE = new Ledger([], '');

  private readonly byKey = new Map<string, WrittenEntry[]>();
  private readonly met = new Map<WrittenEntry, { readonly finding: Finding; readonly isRefused: boolean }>();

  /**
   * @param entries in file order.
   * @param today the day on which entries have expired or not, as YYYY-MM-DD.
   * @param renamed for paths that are gone, the new paths of their files.
   * @param incomplete why some of these may not be known.
   */
  constructor(
    readonly entries: readonly WrittenEntry[],
    private readonly today: string,
    private readonly renamed: ReadonlyMap<string, string> = new Map(),
    readonly incomplete: readonly IncompletePath[] = [],
  ) {
    for (const entry of entries) {
      const key = keyOf(this.pathOf(entry), entry.rule, entry.fingerprint);
      const others = this.byKey.get(key);
      if (others === undefined) this.byKey.set(key, [entry]);
      else others.push(entry);
    }
  }

  /** Whether it has no entries. */
  get isEmpty(): boolean {
    return this.entries.length === 0;
  }

  /** The current path of an entry's file. */
  pathOf({ path }: WrittenEntry): string {
    return this.renamed.get(path) ?? path;
  }

  /** Whether an entry has expired. */
  isDue({ until }: WrittenEntry): boolean {
    return until !== null && until < this.today;
  }

  /** The entry for a finding, whatever its state. */
  entriesOf({ path, rule, fingerprint }: Finding): readonly WrittenEntry[] {
    return this.byKey.get(keyOf(path, rule, fingerprint)) ?? [];
  }

  /** Whether a finding has an entry. */
  holds(finding: Finding): boolean {
    return this.entries.length > 0 && this.entriesOf(finding).length > 0;
  }

  /**
   * The findings of a file, with those excused that the ledger knows. What a waiver excuses stays excused by the waiver.
   * Of several entries about one finding the first that counts excuses. No entry excuses a finding of a rule whose
   * freedom `ledger` is refused.
   * @param rules the file's rule set.
   */
  excuse(findings: readonly Finding[], rules: RuleSet): readonly Finding[] {
    if (this.entries.length === 0) return findings;
    let isTouched = false;
    const judged = findings.map((finding) => {
      const entries = this.entriesOf(finding);
      if (entries.length === 0) return finding;
      const isRefused = rules.rules.get(finding.rule)?.ledger === 'refuse';
      for (const entry of entries) this.met.set(entry, { finding, isRefused });
      const entry = entries.find((one) => !this.isDue(one));
      if (entry === undefined || finding.excused !== null || isRefused) return finding;
      isTouched = true;
      return excusedBy(entry, finding);
    });
    return isTouched ? judged : findings;
  }

  /** The state of each entry, once all findings of a run have gone through {@link excuse}. */
  account({ saw }: LookedAt): AccountedEntry[] {
    return this.entries.map((entry) => {
      const met = this.met.get(entry);
      const path = this.pathOf(entry);
      const state = met === undefined ? (saw(path) ? 'gone' : 'unknown')
        : met.isRefused ? 'refused'
        : this.isDue(entry) ? 'due'
        : 'excuses';
      return { entry, state, path, finding: met?.finding ?? null };
    });
  }
}

function excusedBy(
  { writtenIn, because, until, status }: WrittenEntry,
  { rule, level, path, span, message, code, confidence, repair, fingerprint }: Finding,
): Finding {
  return {
    rule, level, path, span, message, code, confidence, repair, fingerprint,
    excused: { by: 'ledger', line: writtenIn, because, until, status },
  };
}

function keyOf(path: string, rule: string, fingerprint: string): string {
  return `${path}\0${rule}\0${fingerprint}`;
}
