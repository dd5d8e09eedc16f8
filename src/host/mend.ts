import path from 'node:path';
import type { Diagnosis } from '../core/doctor/diagnosis.js';
import { removeRuling } from '../core/layers/edit-layer.js';
import { EditError } from '../core/layers/edit-yaml.js';
import type { DoctorReport } from '../core/model/report.js';
import { overlayOf } from './overlay.js';
import { readTextFile } from './text-file.js';
import type { Workspace } from './workspace.js';
import { writeSource } from './write-source.js';
import { whileWriting } from './writing-lock.js';

/** What was mended, and what could not be. */
export interface MendReport {
  readonly mended: readonly Diagnosis[];
  readonly failed: readonly { readonly file: string; readonly why: string }[];
}

/** Makes the edits that mend a configuration. Each is tried first: if it would change anything that is checked, it is not made. */
export async function mendAll(workspace: Workspace, root: string, { diagnoses }: Pick<DoctorReport, 'diagnoses'>): Promise<MendReport> {
  const mended: Diagnosis[] = [];
  const failed: MendReport['failed'][number][] = [];
  // From the bottom up, so that the lines above keep their numbers.
  for (const diagnosis of diagnoses.toReversed()) {
    if (diagnosis.mend === null) continue;
    const why = diagnosis.mend.kind === 'prune-ledger' ? (await workspace.ledger().prune({ places: [], rules: [] }, true)).failed : await whileWriting(root, 'wait', workspace.watch, () => mendOne(workspace, root, diagnosis));
    if (why === null) mended.push(diagnosis);
    else failed.push({ file: diagnosis.file, why });
  }
  return { mended: mended.reverse(), failed };
}

async function mendOne(workspace: Workspace, root: string, { mend, file, line }: Diagnosis): Promise<string | null> {
  const absolute = path.join(root, file);
  const reading = readTextFile(absolute);
  if ('failed' in reading) return 'it cannot be read';
  let after: string;
  try {
    after = mend?.kind === 'remove-ruling' ? removeRuling(reading.text, mend.zone, mend.selector) : withoutLine(reading.text, line ?? 0);
  } catch (error) {
    if (error instanceof EditError) return error.message;
    throw error;
  }
  const { changes } = await workspace.impact(workspace.trial({ overlay: overlayOf(new Map([[absolute, after]])) }));
  if (changes.rules.length + changes.entering.length + changes.leaving.length > 0) return 'something that is checked would change';
  return writeSource(absolute, reading.text, after);
}

function withoutLine(text: string, line: number): string {
  const lines = text.split('\n');
  lines.splice(line - 1, 1);
  return lines.join('\n');
}
