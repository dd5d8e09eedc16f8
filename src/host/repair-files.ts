import path from 'node:path';
import { languageById } from '../core/catalog/languages.js';
import type { Catalog } from '../core/catalog/catalog.js';
import type { FollowedFinding } from '../core/inspect/followed-findings.js';
import { repairFile } from '../core/inspect/repair-file.js';
import type { Ledger } from '../core/ledger/ledger.js';
import type { Language } from '../core/model/language.js';
import type { RepairedSource } from '../core/model/report.js';
import type { Finding } from '../core/model/finding.js';
import type { IncompletePath } from '../core/model/scope.js';
import { SourceText } from '../core/model/source-text.js';
import { Breathing } from './breathing.js';
import { makeTools, type InspectionJob } from './inspect-share.js';
import { readSource, type SkippedReading } from './source-file.js';
import type { Watch } from './watch.js';
import { writeSource } from './write-source.js';

/** The result of repairing files. */
export interface RepairedFiles {
  readonly files: readonly RepairedSource[];
  readonly skipped: readonly { readonly path: string; readonly reading: SkippedReading }[];
  readonly incomplete: readonly IncompletePath[];
  /** Known findings whose fingerprints have changed with the files. */
  readonly reprinted: readonly FollowedFinding[];
}

/** How to repair files. */
export interface RepairWish {
  /** Which findings to repair. */
  readonly wants: (finding: Finding) => boolean;
  /** Whether to write the repaired files; if not, nothing on disk changes. */
  readonly writes: boolean;
  /** Findings that it excuses are not repaired. */
  readonly ledger: Ledger;
  readonly watch: Watch;
}

/** Repairs files one after another. */
export async function repairFiles(job: InspectionJob, catalog: Catalog, { wants, writes, ledger, watch }: RepairWish): Promise<RepairedFiles> {
  const tools = await makeTools(job, catalog);
  const files: RepairedSource[] = [];
  const skipped: RepairedFiles['skipped'][number][] = [];
  const incomplete: IncompletePath[] = [];
  const reprinted: FollowedFinding[] = [];
  const breathing = new Breathing();
  watch.begins(writes ? 'Repairing' : 'Looking for repairs', job.files.length);
  for (const [index, { path: own, language, set }] of job.files.entries()) {
    await breathing.pause();
    watch.reaches(index, own);
    const file = path.join(job.root, own);
    const reading = readSource(file, job.settings);
    if ('skipped' in reading) {
      skipped.push({ path: own, reading });
      continue;
    }
    const source = new SourceText(own, languageById(language) as Language, reading.text, reading.hasByteOrderMark);
    const { text, repaired, withdrawn, left, reprinted: changed } = repairFile(source, job.sets[set] as InspectionJob['sets'][number], tools, wants, ledger);
    const [before, after] = [source.whole, text.whole];
    const failed = writes && before !== after ? writeSource(file, before, after) : null;
    if (failed === null) reprinted.push(...changed);
    else incomplete.push({ path: own, reason: failed });
    files.push({ path: own, before, after: failed === null ? after : before, repaired: failed === null ? repaired : new Map(), withdrawn, left });
  }
  return { files, skipped, incomplete, reprinted };
}
