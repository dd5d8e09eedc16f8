import type { Fix, Location, Result, Suppression } from 'sarif';
import type { Edit } from '../../core/base/edit.js';
import type { Excuse, Finding, FindingNote } from '../../core/model/finding.js';
import { isOwnRepair, type Repair } from '../../core/model/repair.js';
import type { RuleId } from '../../core/model/rule.js';
import type { Decision } from '../../core/model/statement.js';
import { deciderOf, type Decisions } from './decisions.js';
import { artifactAt, lineAt, placeOf } from './place.js';

/** What results point to. */
export interface ResultContext {
  /** The place of each rule in the driver's list. */
  readonly rules: ReadonlyMap<RuleId, number>;
  readonly decisions: Decisions;
  /** Whether a ledger tells old findings from new ones. */
  readonly hasLedger: boolean;
  /** Where the ledger is, relative to the root. */
  readonly ledger: string;
  /** The ends of results that share them. */
  readonly ends: Map<string, string>;
}

/** A finding as the JSON of a result (section 3.27). @param decision what decided its rule. @param fix how it can be repaired. */
export function resultText(
  finding: Finding, decision: Decision | undefined, fix: Repair | undefined, context: ResultContext,
): string {
  const start = JSON.stringify(startOf(finding, fix, context));
  const end = endOf(finding, decision, context);
  if (finding.notes === undefined) return start.slice(0, -1) + end;
  const result = JSON.parse(start.slice(0, -1) + end) as Result;
  return JSON.stringify({ ...result, relatedLocations: [...result.relatedLocations ?? [], ...finding.notes.map(noteOf)] });
}

/** What another program said besides (section 3.28). */
function noteOf({ message, path, line }: FindingNote): Location {
  return {
    ...(message !== '' && { message: { text: message } }),
    ...(path !== null && { physicalLocation: line === null ? { artifactLocation: artifactAt(path) } : lineAt(path, line) }),
  };
}

/** What is a finding's own. */
function startOf(finding: Finding, fix: Repair | undefined, { rules, hasLedger, ledger }: ResultContext): Result {
  const { rule, level, message, fingerprint, excused } = finding;
  return {
    ruleId: rule,
    ruleIndex: rules.get(rule) ?? -1,
    level,
    message: { text: message },
    locations: [{ physicalLocation: placeOf(finding) }],
    partialFingerprints: { 'elvarFinding/v1': fingerprint },
    ...(excused !== null && { suppressions: [suppressionOf(excused, finding.path, ledger)] }),
    ...(fix !== undefined && isOwnRepair(fix) && fix.length > 0 && { fixes: [fixOf(finding, fix)] }),
    ...(hasLedger && { baselineState: excused?.by === 'ledger' ? 'unchanged' : 'new' }),
  };
}

/** What thousands of findings have in common, after a comma: to write it once saves a fifth of the time. */
function endOf({ confidence, repair }: Finding, decision: Decision | undefined, { decisions, ends }: ResultContext): string {
  const number = decision === undefined ? null : decisions.numberOf(decision);
  const key = `${number} ${confidence} ${repair}`;
  let end = ends.get(key);
  if (end === undefined) {
    const decider = decision === undefined ? null : deciderOf(decision);
    const shared: Pick<Result, 'relatedLocations' | 'properties'> = {
      ...(decider !== null && { relatedLocations: [decider] }),
      properties: { confidence, ...(repair !== null && { repair }), ...(number !== null && { decision: number }) },
    };
    ends.set(key, (end = `,${JSON.stringify(shared).slice(1)}`));
  }
  return end;
}

/** A repair (section 3.55). Offsets count UTF-16 units of the text without a byte-order mark, as columns do. */
function fixOf({ path, repair }: Finding, edits: readonly Edit[] | 'drop-byte-order-mark'): Fix {
  return {
    description: {
      text: repair === 'safe'
        ? 'Repair it: the program means the same.'
        : 'Repair it, and look whether the program still does what it should.',
    },
    artifactChanges: [{
      artifactLocation: artifactAt(path),
      // The mark itself is no part of the text: its bytes are named (section 3.30.10).
      replacements: edits === 'drop-byte-order-mark'
        ? [{ deletedRegion: { byteOffset: 0, byteLength: BYTE_ORDER_MARK } }]
        : edits.map(({ start, end, text }) => ({
          deletedRegion: { charOffset: start, charLength: end - start }, ...(text !== '' && { insertedContent: { text } }),
        })),
    }],
  };
}

/** The length of a byte-order mark in UTF-8 (RFC 3629, section 6). */
const BYTE_ORDER_MARK = 3;

/** What excuses a finding (section 3.35). */
function suppressionOf({ by, line, because, until, status }: Excuse, path: string, ledger: string): Suppression {
  return {
    kind: by === 'waiver' ? 'inSource' : 'external',
    status: 'accepted',
    ...(because !== null && { justification: because }),
    ...(by !== 'producer' && { location: { physicalLocation: lineAt(by === 'waiver' ? path : ledger, line) } }),
    ...((until !== null || status !== null)
      && { properties: { ...(until !== null && { until }), ...(status !== null && { status }) } }),
  };
}
