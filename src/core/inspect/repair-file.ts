import { Ledger } from '../ledger/ledger.js';
import type { Finding } from '../model/finding.js';
import type { Edit, Repair } from '../model/repair.js';
import type { RuleId } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import type { SourceText } from '../model/source-text.js';
import { Source } from '../syntax/source.js';
import { applyEdits } from './apply-edits.js';
import { FollowedFindings, type FollowedFinding } from './followed-findings.js';
import { inspectFile, type Tools } from './inspect-file.js';

/** One repair may make another possible; more rounds than this mean that two of them undo each other. */
const MOST_PASSES = 12;

/** What came of repairing one file. */
export interface RepairedText {
  readonly text: SourceText;
  /** The number of repaired findings, by rule. */
  readonly repaired: ReadonlyMap<RuleId, number>;
  /** Findings whose repair would have broken the file or did not settle. The code there stays as it was. */
  readonly withdrawn: readonly Finding[];
  /** The open findings that remain. */
  readonly left: readonly Finding[];
  /** Findings of the ledger that are still there, with other fingerprints than before. */
  readonly reprinted: readonly FollowedFinding[];
}

/**
 * Repairs a file in memory, round by round, so that repairs which overlap or enable each other all get their turn.
 * A repair after which the file parses worse than before is withdrawn.
 * @param wants which rules are to repair.
 * @param ledger the known findings: those that it excuses are not repaired.
 */
export function repairFile(text: SourceText, set: RuleSet, tools: Tools, wants: (rule: RuleId) => boolean, ledger: Ledger = Ledger.NONE): RepairedText {
  const repaired = new Map<RuleId, number>();
  const withdrawn: Finding[] = [];
  /** Repairs not to try again, keyed by rule and replacement text. */
  const refused = new Set<string>();
  const seen = new Set<string>();
  let current = text;
  let known: FollowedFindings | null = null;
  for (let pass = 0; ; pass += 1) {
    const repairs = new Map<Finding, Repair>();
    const { findings } = inspectFile(current, set, tools, repairs);
    const judged: readonly Finding[] = known === null ? ledger.excuse(findings, set) : known.excuse(findings, current);
    known ??= FollowedFindings.of(judged, current, (finding) => ledger.holds(finding));
    const left = judged.filter(({ excused }) => excused === null);
    const offered = left.flatMap((finding): Offer[] => {
      const repair = repairs.get(finding);
      return repair === undefined || !wants(finding.rule) || refused.has(keyOf(finding, current)) ? [] : [{ finding, repair }];
    });
    const reprinted = known.changed(findings, current);
    if (offered.length === 0) return { text: current, repaired, withdrawn, left, reprinted };
    // Two rules that undo each other would go on forever: the state before is as good as any.
    const isCircle = pass >= MOST_PASSES || seen.has(current.text);
    if (isCircle) return { text: current, repaired, withdrawn: [...withdrawn, ...offered.map(({ finding }) => finding)], left, reprinted };
    seen.add(current.text);
    const { next, applied, broken } = applyRound(current, offered, tools);
    for (const { finding } of broken) {
      refused.add(keyOf(finding, current));
      withdrawn.push(finding);
    }
    for (const { finding } of applied) repaired.set(finding.rule, (repaired.get(finding.rule) ?? 0) + 1);
    known.follow(applied.flatMap(({ repair }) => editsOf(repair)));
    current = next;
  }
}

/** A finding is the same in the next round if its rule, message and line are. */
function keyOf({ rule, message, span }: Finding, text: SourceText): string {
  return `${rule}\0${message}\0${text.lineText(span.start.line).trim()}`;
}

/** A finding with its repair. */
interface Offer {
  readonly finding: Finding;
  readonly repair: Repair;
}

interface Round {
  readonly next: SourceText;
  readonly applied: readonly Offer[];
  readonly broken: readonly Offer[];
}

/** Applies as many repairs as fit side by side; if the file would parse worse, tries them one by one to find the culprits. */
function applyRound(text: SourceText, offered: readonly Offer[], tools: Tools): Round {
  const chosen = withoutOverlaps(offered);
  const before = errorsIn(text, tools);
  const all = applied(text, chosen);
  if (errorsIn(all, tools) <= before) return { next: all, applied: chosen, broken: [] };
  const kept: Offer[] = [];
  const broken: Offer[] = [];
  for (const one of chosen) (errorsIn(applied(text, [...kept, one]), tools) <= before ? kept : broken).push(one);
  return { next: applied(text, kept), applied: kept, broken };
}

/** Of repairs that touch each other, the first; the others follow in the next round. */
function withoutOverlaps(offered: readonly Offer[]): Offer[] {
  /** Sorted; no two touch. */
  const taken: Edit[] = [];
  return offered.filter(({ repair }) => {
    const edits = editsOf(repair);
    if (edits.some((edit) => (taken[placeFor(edit, taken)]?.start ?? Infinity) <= edit.end)) return false;
    for (const edit of edits) taken.splice(placeFor(edit, taken), 0, edit);
    return true;
  });
}

/** The index of the first edit that ends at or after the start of another. */
function placeFor({ start }: Edit, taken: readonly Edit[]): number {
  let [low, high] = [0, taken.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((taken[middle] as Edit).end < start) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** A byte-order mark comes before all offsets, so removing it touches nothing. */
function editsOf(repair: Repair): readonly Edit[] {
  return repair === 'drop-byte-order-mark' ? [] : repair;
}

function applied(text: SourceText, chosen: readonly Offer[]): SourceText {
  return applyEdits(text, chosen.flatMap(({ repair }) => editsOf(repair)), chosen.some(({ repair }) => repair === 'drop-byte-order-mark'));
}

/** The number of places in a text that do not follow the grammar of its language. */
function errorsIn(text: SourceText, { grammars }: Tools): number {
  const source = new Source(text, grammars);
  try {
    const root = source.root;
    if (root === null || !root.hasError) return 0;
    return root.descendantsOfType('ERROR').length + missingIn(source);
  } finally {
    source.dispose();
  }
}

/** Nodes that the parser inserted because they were missing have no text. */
function missingIn({ tree }: Source): number {
  let missing = 0;
  tree?.root.walk((node) => {
    if (node.start === node.end && node.first === null) missing += 1;
  });
  return missing + 1;
}
