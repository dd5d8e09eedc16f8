import path from 'node:path';
import type { Diagnosis } from '../../core/doctor/diagnosis.js';
import type { Unmended } from '../../core/model/edit-obstacle.js';
import { mendedText } from '../../core/layers/edit/mended-text.js';
import { EditError } from '../../core/layers/edit/edit-yaml.js';
import type { DoctorReport } from '../../core/doctor/doctor-report.js';
import { overlayOf } from '../files/overlay.js';
import { relativeTo } from '../files/target-path.js';
import { readTextFile } from '../files/text-file.js';
import { diagnoseProject } from '../session/diagnose-project.js';
import { measureImpact } from '../session/measure-impact.js';
import type { Session } from '../session/session.js';
import { LedgerDesk } from './ledger-desk.js';
import type { FileChange } from '../writing/file-change.js';
import type { UnwrittenFile } from '../writing/writer.js';
import { whileWriting } from '../writing/while-writing.js';

/** What was mended, and what could not be. */
export interface MendReport {
  readonly mended: readonly Diagnosis[];
  readonly failed: readonly { readonly file: string; readonly reason: Unmended }[];
}

/**
 * Makes the edits that mend a configuration, all of them or none. Each is tried first: if it would change anything that is
 * checked, it is left out. What only became superfluous by an edit is mended too, so that a second run finds nothing to do.
 */
export function mendAll(session: Session, { diagnoses }: Pick<DoctorReport, 'diagnoses'>): Promise<MendReport> {
  const { root } = session;
  return whileWriting(root, session.run.watch, async (writer) => {
    const edits = new PlannedEdits(session);
    const report = await mendInRounds(edits, diagnoses);
    const unwritten = writer.together(edits.changes());
    return unwritten === null ? report : { mended: [], failed: [unwrittenIn(root, unwritten)] };
  });
}

function unwrittenIn(root: string, { file, why }: UnwrittenFile): MendReport['failed'][number] {
  return { file: relativeTo(root, file), reason: { code: 'no-access', why } };
}

async function mendInRounds(edits: PlannedEdits, first: readonly Diagnosis[]): Promise<MendReport> {
  const mended: Diagnosis[] = [];
  let round = await mendOnce(edits, first);
  // Each round makes the files shorter, so there is a last one.
  while (round.mended.length > 0) {
    mended.push(...round.mended);
    round = await mendOnce(edits, await edits.diagnoses());
  }
  return { mended, failed: round.failed };
}

async function mendOnce(edits: PlannedEdits, diagnoses: readonly Diagnosis[]): Promise<MendReport> {
  const mended: Diagnosis[] = [];
  const failed: MendReport['failed'][number][] = [];
  // From the bottom up, so that the lines above keep their numbers.
  for (const diagnosis of diagnoses.toReversed()) {
    if (diagnosis.mend === null) continue;
    const reason = await edits.add(diagnosis);
    if (reason === null) mended.push(diagnosis);
    else failed.push({ file: diagnosis.file, reason });
  }
  return { mended: mended.reverse(), failed };
}

/** The edits that have been tried and not yet written, by absolute path. */
class PlannedEdits {
  private readonly texts = new Map<string, FileChange>();

  /** The entries of the ledger to drop, once somebody asked for that. */
  private pruning: FileChange | null = null;

  constructor(private readonly session: Session) {}

  /** What would be wrong with the configuration after the edits so far, but for the ledger. */
  async diagnoses(): Promise<readonly Diagnosis[]> {
    const { diagnoses } = await diagnoseProject(this.trial([]));
    return diagnoses.filter(({ mend }) => mend?.kind !== 'prune-ledger');
  }

  /** Adds the edit that mends something. @returns why it cannot be made; null if it can. */
  async add({ mend, file, line }: Diagnosis): Promise<Unmended | null> {
    if (mend === null) return { code: 'undecided' };
    if (mend.kind === 'prune-ledger') {
      this.pruning = await new LedgerDesk(this.session).pruning();
      return null;
    }
    const absolute = path.join(this.session.root, file);
    const known = this.texts.get(absolute);
    const reading = known === undefined ? readTextFile(absolute) : { text: known.after };
    if ('failed' in reading) return { code: 'no-access', why: reading.failed };
    let after: string;
    try {
      after = mendedText(reading.text, mend, line ?? 0);
    } catch (error) {
      if (error instanceof EditError) return { code: 'no-edit', obstacle: error.obstacle };
      throw error;
    }
    const { changes } = await measureImpact(this.session, this.trial([[absolute, after]]));
    if (changes.rules.length + changes.entering.length + changes.leaving.length > 0) {
      return { code: 'checked-changes' };
    }
    this.texts.set(absolute, { file: absolute, before: known?.before ?? reading.text, after });
    return null;
  }

  /** What to write. */
  changes(): FileChange[] {
    return [...this.texts.values(), ...(this.pruning === null ? [] : [this.pruning])];
  }

  private trial(more: readonly (readonly [string, string])[]): Session {
    return this.session.with(
      { overlay: overlayOf(new Map([...[...this.texts].map(([file, { after }]) => [file, after] as const), ...more])) },
    );
  }
}
