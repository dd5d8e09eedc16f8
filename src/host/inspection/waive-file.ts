import type { WaiveQuestion } from '../questions/change-questions.js';
import path from 'node:path';
import type { Catalog } from '../../core/catalog/catalog.js';
import { findingsIn } from '../../core/findings/finding-list.js';
import { inspectFile } from '../../core/inspect/inspect-file.js';
import { isDate } from '../../core/base/date.js';
import type { Finding } from '../../core/model/finding.js';
import type { Language } from '../../core/base/language.js';
import type { WaivedFile } from '../../core/inspect/waiver-report.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { parseSelector, selects } from '../../core/model/selector.js';
import { SourceText } from '../../core/base/source-text.js';
import { writeWaiver, type WaiverRequest } from '../../core/inspect/write-waiver.js';
import { UsageError } from '../files/errors.js';
import { makeTools } from './inspect-share.js';
import { selectedRules } from '../project/selected-rules.js';
import { REASONS } from '../../formats/text/skip-reasons.js';
import { describeIncomplete } from '../../formats/text/incomplete.js';
import { readAskedFile } from './read-asked-file.js';
import { withinLimit } from './stopwatch.js';
import { needLine } from '../files/target-path.js';
import type { Writer } from '../writing/writer.js';
import type { InspectionQuestion } from '../questions/inspection-question.js';
import { languageById } from '../../core/languages/languages.js';

/**
 * Adds a waiver to the only file of a inspection.
 * @throws UsageError if there is nothing to waive, it may not be waived, or no comment fits there.
 */
export async function waiveIn(inspection: InspectionQuestion, catalog: Catalog, question: WaiveQuestion, writer: Writer | null): Promise<WaivedFile> {
  const [{ path: own, language, set }] = inspection.files as [InspectionQuestion['files'][number]];
  checkQuestion(question, inspection.terms.today);
  const tools = await makeTools(inspection, catalog);
  const file = path.join(inspection.root, own);
  const reading = readAskedFile(inspection, own);
  if ('skipped' in reading) throw new UsageError(`${own} is not checked: ${reading.skipped === 'gone' ? 'it vanished during the run' : REASONS[reading.skipped]}\nMore about it: elvar scope ${own}`);
  const source = new SourceText(own, languageById(language) as Language, reading.text, reading.hasByteOrderMark);
  const rules = inspection.sets[set] as RuleSet;
  const found = withinLimit(tools, source, () => inspectFile(source, rules, tools));
  if ('givenUp' in found) throw new UsageError(`${own}: ${describeIncomplete(found.givenUp)}`);
  const selectors = selectorsFor(question, findingsIn(found, own, rules).all, rules, catalog, own);
  const { line, reach, until, because } = question;
  if (reach !== 'throughout') needLine(line, source.text.split(/\r\n|\r|\n/), own);
  const request: WaiverRequest = { line, reach, until, because, selectors };
  const written = writeWaiver(source, request, rules, tools);
  if (written === null) throw new UsageError(`${noPlace(source.language)} ${own}:${question.line}\nWrite it by hand where a comment may stand, with below and elvar resume around the place, or waive it --throughout the file.`);
  const [before, after] = [source.whole, written.text.whole];
  return { path: own, line: written.line, selectors, before, after, failed: writer?.write({ file, before, after }) ?? null };
}

function noPlace({ id, comments }: Language): string {
  return comments.line.length + comments.block.length === 0 ? `${id} has no comments, so that no waiver can stand in` : 'no comment that waives this can stand at';
}

function checkQuestion({ because, until }: WaiveQuestion, today: string): void {
  if (because.trim() === '') throw new UsageError('a waiver needs a reason\nGive one with --because, in a few words.');
  if (/[\0-\x08\x0b-\x1f]/.test(because)) throw new UsageError('the reason contains control characters');
  if (until === null) return;
  if (!isDate(until)) throw new UsageError(`${until} is not a date\nWrite it as YYYY-MM-DD`);
  if (until < today) throw new UsageError(`${until} is past: the waiver would excuse nothing`);
}

/** The named rules, or those with findings on the line; each must have a finding there and allow waivers. */
function selectorsFor({ rules, line, column, reach }: WaiveQuestion, findings: readonly Finding[], set: RuleSet, catalog: Catalog, file: string): string[] {
  const reached = findings.filter(({ span, rule }) => !rule.startsWith('waivers/') && (reach === 'throughout' || (reach === 'below' ? span.start.line >= line : span.start.line === line)));
  const open = reached.filter(({ excused }) => excused === null);
  const where = reach === 'throughout' ? file : `${file}:${line}`;
  selectedRules(rules, catalog);
  if (rules.length === 0 && reach !== 'line') throw new UsageError(`name the rules to waive ${reach === 'below' ? 'below this line' : 'throughout the file'}`);
  const meant = open.filter(({ span }) => column === null || span.start.column === column);
  const named = rules.length > 0 ? [...rules] : [...new Set((meant.length > 0 ? meant : open).map(({ rule }) => rule))];
  if (named.length === 0) throw new UsageError(reached.length > 0 ? `everything found at ${where} is excused already` : `nothing is found at ${where}\nTo see the findings: elvar check ${file}`);
  for (const name of named) {
    const selector = parseSelector(name);
    const about = open.filter(({ rule }) => selector !== null && selects(selector, catalog.get(rule) ?? { id: rule, concern: '', tags: [] }));
    if (about.length === 0) throw new UsageError(`${name} finds nothing at ${where} that is not excused already\nTo see the findings: elvar check ${file}`);
    const refused = about.find(({ rule }) => set.rules.get(rule)?.waivers === 'refuse');
    if (refused !== undefined) throw new UsageError(`${refused.rule} may not be waived here\nTo see who decided that: elvar explain ${file} ${refused.rule}`);
  }
  return named;
}
