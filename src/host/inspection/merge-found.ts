import path from 'node:path';
import { languageById } from '../../core/base/languages.js';
import { SourceText } from '../../core/base/source-text.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { Language } from '../../core/base/language.js';
import { withProjectFindings } from '../../core/inspect/merge-project.js';
import type { ProjectFindings } from '../../core/inspect/project-findings.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { contentDigest } from '../cache/digests.js';
import { readDocument, readSource } from '../files/source-file.js';
import type { InspectedFile, InspectionJob } from './inspect-share.js';

/** What was found in a file of a job by itself, with what the whole project tells of it; null if it has to be inspected once more, or has changed since. */
export function mergedFile({ outcome, version, facts, index }: InspectedFile, { path: own, language, set }: InspectionJob['files'][number], { root, settings, sets, documents, byProject, foreign, ownFiles }: InspectionJob, catalog: Catalog): InspectedFile | null {
  const known = byProject.get(own);
  // What other programs found may have been found by itself, but a log can name any rule.
  if (known === undefined || !('findings' in outcome) || foreign.has(own) || ownFiles.includes(own)) return null;
  const document = Object.hasOwn(documents, own) ? documents[own] : undefined;
  let digest: string | null = null;
  const reading = document !== undefined ? readDocument(document, settings) : readSource(path.join(root, own), settings, version === null ? undefined : (bytes) => (digest = contentDigest(bytes)));
  if ('skipped' in reading || (version !== null && digest !== version.digest)) return null;
  const text = new SourceText(own, languageById(language) as Language, reading.text, reading.hasByteOrderMark, reading.isPlain);
  const inspection = withProjectFindings(outcome, text, JSON.parse(known) as ProjectFindings, sets[set] as RuleSet, catalog);
  return inspection === null ? null : { index, outcome: inspection, version, facts };
}
