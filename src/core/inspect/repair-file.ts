import { Ledger } from '../ledger/ledger.js';
import type { Finding } from '../model/finding.js';
import type { Repair } from '../model/repair.js';
import type { RuleId } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import type { SourceText } from '../base/source-text.js';
import { FollowedFindings, type FollowedFinding } from './followed-findings.js';
import { Source } from '../syntax/source.js';
import { inspectSource, type Tools } from './inspect-file.js';
import { afterEdits } from './move-foreign.js';
import { applyRound, editsOf, type Offer } from './repair-round.js';
import { possibleRepair, type MovedText } from './text-keys.js';

/** One repair may make another possible; more rounds than this mean that they undo each other, or never end. */
const MOST_ROUNDS = 30;

/** What came of repairing one file. */
export interface RepairedText {
  readonly text: SourceText;
  /** The number of repaired findings, by rule. */
  readonly repaired: ReadonlyMap<RuleId, number>;
  /** Findings whose repair would have broken the file or did not settle. The code there stays as it was. */
  readonly withdrawn: readonly Finding[];
  /** The open findings that remain. */
  readonly left: readonly Finding[];
  /** The texts that the repairs have moved into the translations: whoever writes the file has to write these too. */
  readonly moved: readonly MovedText[];
  /** Findings of the ledger that are still there, with other fingerprints than before. */
  readonly reprinted: readonly FollowedFinding[];
}

/**
 * Repairs a file in memory, round by round, so that repairs which overlap or enable each other all get their turn. After each
 * round the file is parsed and inspected again. A repair that would make the file worse is withdrawn; where the rounds do not
 * come to an end, the whole file stays as it was. What comes out is left alone by a second run.
 * @param wants whether to make the repair of a finding.
 * @param ledger the known findings: those that it excuses are not repaired.
 */
export function repairFile(
  text: SourceText, set: RuleSet, tools: Tools, wants: (finding: Finding) => boolean, ledger: Ledger = Ledger.NONE,
): RepairedText {
  const repaired = new Map<RuleId, number>();
  /** Repairs not to try again until something has changed, keyed by rule, message and line. */
  const refused = new Map<string, { readonly finding: Finding; readonly version: number }>();
  const moved: MovedText[] = [];
  const seen = new Set([text.whole]);
  let own = tools;
  let source = new Source(text, tools.grammars, tools.spelling);
  let known: FollowedFindings | null = null;
  let first: Pick<RepairedText, 'left' | 'withdrawn'> | null = null;
  /** How often the text has changed. */
  let version = 0;
  try {
    for (let round = 0; ; round += 1) {
      const current = source.text;
      const repairs = new Map<Finding, Repair>();
      const { findings: { all: findings } } = inspectSource(source, set, own, repairs);
      const judged: readonly Finding[] = known === null ? ledger.excuse(findings, set) : known.excuse(findings, current);
      known ??= FollowedFindings.of(judged, current, (finding) => ledger.holds(finding));
      const left = judged.filter(({ excused }) => excused === null);
      const wanted = offersFor(left.filter(wants), repairs, own);
      first ??= { left, withdrawn: wanted.map(({ finding }) => finding) };
      let open = wanted.filter(({ finding }) => !refused.has(keyOf(finding, current)));
      // What was refused earlier may be possible in the text as it is now, and then a second run would do it.
      if (open.length === 0
          && wanted.some(({ finding }) => (refused.get(keyOf(finding, current))?.version ?? version) < version)) {
        open = wanted;
        refused.clear();
      }
      if (open.length === 0) {
        const withdrawn = [...refused.values()].map(({ finding }) => finding);
        return { text: current, repaired, withdrawn, left, moved, reprinted: known.changed(findings, current) };
      }
      const { next, applied, broken } = applyRound(source, open, own);
      for (const { finding } of broken) refused.set(keyOf(finding, current), { finding, version });
      if (next === null) continue;
      source.dispose();
      source = next;
      if (round >= MOST_ROUNDS || seen.has(next.text.whole)) {
        return { text, repaired: new Map(), ...first, moved: [], reprinted: [] };
      }
      seen.add(next.text.whole);
      version += 1;
      moved.push(...applied.flatMap((offer) => offer.moved ?? []));
      for (const { finding } of applied) repaired.set(finding.rule, (repaired.get(finding.rule) ?? 0) + 1);
      const edits = applied.flatMap(({ repair }) => editsOf(repair));
      known.follow(edits);
      own = afterEdits(own, current, edits);
    }
  } finally {
    source.dispose();
  }
}

function offersFor(findings: readonly Finding[], repairs: ReadonlyMap<Finding, Repair>, { textKeys }: Tools): Offer[] {
  return findings.flatMap((finding): Offer[] => {
    const repair = repairs.get(finding);
    const possible = repair === undefined ? null : possibleRepair(repair, textKeys);
    return possible === null ? [] : [{ finding, ...possible }];
  });
}

/** The findings left in a repaired file for which a repair is offered. A repair that was withdrawn is not. */
export function offeredIn({ left, withdrawn }: Pick<RepairedText, 'left' | 'withdrawn'>): readonly Finding[] {
  const offered = left.filter(({ repair }) => repair === 'offered');
  return withdrawn.length === 0
    ? offered
    : offered.filter((finding) => !withdrawn.some(({ fingerprint }) => fingerprint === finding.fingerprint));
}

/** A finding is the same in the next round if its rule, message and line are. */
function keyOf({ rule, message, span }: Finding, text: SourceText): string {
  return `${rule}\0${message}\0${text.lineText(span.start.line).trim()}`;
}
