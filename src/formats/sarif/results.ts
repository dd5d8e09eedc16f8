import type { Fix, Location, Result, Suppression } from 'sarif';
import type { Edit } from '../../core/base/edit.js';
import type { Excuse, Finding } from '../../core/model/finding.js';
import type { Repair } from '../../core/model/repair.js';
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
  readonly deciders: Map<Decision, Location | null>;
}

/** A finding as a result (section 3.27). @param decision what decided its rule. @param fix how it can be repaired. */
export function resultOf(finding: Finding, decision: Decision | undefined, fix: Repair | undefined, { rules, decisions, hasLedger, ledger, deciders }: ResultContext): Result {
  const { rule, level, message, fingerprint, excused, confidence, repair } = finding;
  const decider = decision === undefined ? null : knownDecider(decision, deciders);
  return {
    ruleId: rule,
    ruleIndex: rules.get(rule) ?? -1,
    level,
    message: { text: message },
    locations: [{ physicalLocation: placeOf(finding) }],
    ...(decider !== null && { relatedLocations: [decider] }),
    partialFingerprints: { 'elvarFinding/v1': fingerprint },
    ...(excused !== null && { suppressions: [suppressionOf(excused, finding.path, ledger)] }),
    ...(fix !== undefined && fix !== 'drop-byte-order-mark' && fix.length > 0 && { fixes: [fixOf(finding, fix)] }),
    ...(hasLedger && { baselineState: excused?.by === 'ledger' ? 'unchanged' : 'new' }),
    properties: { confidence, ...(repair !== null && { repair }), ...(decision !== undefined && { decision: decisions.numberOf(decision) }) },
  };
}

/** A repair (section 3.55). Offsets count UTF-16 units of the text without a byte-order mark, as columns do. */
function fixOf({ path, repair }: Finding, edits: readonly Edit[]): Fix {
  return {
    description: { text: repair === 'safe' ? 'Repair it: the program means the same.' : 'Repair it, and look whether the program still does what it should.' },
    artifactChanges: [{
      artifactLocation: artifactAt(path),
      replacements: edits.map(({ start, end, text }) => ({ deletedRegion: { charOffset: start, charLength: end - start }, ...(text !== '' && { insertedContent: { text } }) })),
    }],
  };
}

function knownDecider(decision: Decision, deciders: Map<Decision, Location | null>): Location | null {
  let decider = deciders.get(decision);
  if (decider === undefined) deciders.set(decision, (decider = deciderOf(decision)));
  return decider;
}

/** What excuses a finding (section 3.35). */
function suppressionOf({ by, line, because, until, status }: Excuse, path: string, ledger: string): Suppression {
  return {
    kind: by === 'waiver' ? 'inSource' : 'external',
    status: 'accepted',
    ...(because !== null && { justification: because }),
    location: { physicalLocation: lineAt(by === 'waiver' ? path : ledger, line) },
    ...((until !== null || status !== null) && { properties: { ...(until !== null && { until }), ...(status !== null && { status }) } }),
  };
}
