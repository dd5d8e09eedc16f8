import path from 'node:path';
import type { ReportBase } from '../../core/cascade/report-base.js';
import type { ScopeReport } from '../../core/scope/scope-report.js';
import type { CheckedFile, SkippedPath } from '../../core/model/scope.js';
import { findForeignCode, foreignKind, type ForeignKind } from '../../core/scope/foreign-code.js';
import { sortByPath } from '../files/path-order.js';
import type { ProjectListing } from './project.js';
import { workTreeAround } from '../files/project-root.js';
import { noteSkipped } from './reading-notes.js';
import { readDocument, readSource, type SkippedReading } from '../files/source-file.js';
import type { Watch } from '../files/watch.js';

/**
 * Which files of a listing are checked, and why the others are not. Opens the files.
 * @param documentAt the text that stands for a file, by its path.
 */
export function scopeReport(
  { root, documentAt }: { readonly root: string; readonly documentAt: (own: string) => string | SkippedReading | undefined },
  listing: ProjectListing,
  base: ReportBase,
  watch: Watch,
): ScopeReport {
  const checked: CheckedFile[] = [];
  const kinds = new Map<string, ForeignKind>();
  const skipped: SkippedPath[] = [...listing.skipped];
  const incomplete = [...base.incomplete];
  watch.begins('Reading', listing.files.length);
  for (const [index, { path: file, language }] of listing.files.entries()) {
    watch.reaches(index, file);
    const document = documentAt(file);
    const reading = document === undefined
      ? readSource(path.join(root, file), listing.settings)
      : readDocument(document, listing.settings);
    if ('skipped' in reading) {
      noteSkipped(file, reading, skipped, incomplete);
      continue;
    }
    checked.push({ path: file, language });
    const kind = foreignKind({ path: file, language }, reading.text);
    if (kind !== null && !listing.own.has(file)) kinds.set(file, kind);
  }
  sortByPath(skipped, (entry) => entry.path);
  return {
    ...base,
    incomplete,
    checked,
    skipped,
    foreign: findForeignCode(checked.filter((file) => !listing.own.has(file.path)), kinds),
    workTree: workTreeAround(root),
  };
}
