import { SourceText } from '../../core/base/source-text.js';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { Language } from '../../core/base/language.js';
import { withProjectFindings } from '../../core/inspect/merge-project.js';
import type { ProjectFindings } from '../../core/inspect/project-findings.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { contentDigest } from '../files/digests.js';
import { readAskedFile } from './read-asked-file.js';
import type { InspectedFile, InspectionQuestion } from '../questions/inspection-question.js';
import { languageById } from '../../core/languages/languages.js';

/**
 * What was found in a file of a question by itself, with what the whole project tells of it; null if it has to be inspected once
 * more, or has changed since.
 */
export function mergedFile(
  { outcome, version, facts, index }: InspectedFile,
  { path: own, language, set }: InspectionQuestion['files'][number],
  question: InspectionQuestion,
  catalog: Catalog,
): InspectedFile | null {
  const { sets, byProject, foreign, ownFiles } = question;
  const known = byProject.get(own);
  // What other programs found may have been found by itself, but a log can name any rule.
  if (known === undefined || 'skipped' in outcome || 'givenUp' in outcome || foreign.has(own) || ownFiles.includes(own)) {
    return null;
  }
  let digest: string | null = null;
  const reading = readAskedFile(question, own, version === null ? undefined : (bytes) => (digest = contentDigest(bytes)));
  if ('skipped' in reading || (version !== null && digest !== version.digest)) return null;
  const text = new SourceText(own, languageById(language) as Language, reading.text, reading.hasByteOrderMark, reading.isPlain);
  const merged = withProjectFindings(outcome, text, JSON.parse(known) as ProjectFindings, sets[set] as RuleSet, catalog);
  return merged === null ? null : { index, outcome: merged, version, facts };
}
