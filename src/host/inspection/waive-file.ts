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
import type { UsageMistake } from '../../core/model/usage-mistake.js';
import { SourceText } from '../../core/base/source-text.js';
import { writeWaiver, type WaiverRequest } from '../../core/inspect/write-waiver.js';
import { UsageError } from '../files/errors.js';
import { makeTools } from './inspect-share.js';
import { selectedRules } from '../project/selected-rules.js';
import { readAskedFile } from './read-asked-file.js';
import { withinLimit } from './stopwatch.js';
import { needLine } from '../files/target-path.js';
import type { Writer } from '../writing/writer.js';
import type { InspectionQuestion } from '../questions/inspection-question.js';
import { languageById } from '../../core/languages/languages.js';

/**
 * Adds a waiver to the only file of a question.
 * @throws UsageError if there is nothing to waive, it may not be waived, or no comment fits there.
 */
export async function waiveIn(
  inspection: InspectionQuestion, catalog: Catalog, question: WaiveQuestion, writer: Writer | null,
): Promise<WaivedFile> {
  const [{ path: own, language, set }] = inspection.files as [InspectionQuestion['files'][number]];
  checkQuestion(question, inspection.terms.today);
  const tools = await makeTools(inspection, catalog);
  const file = path.join(inspection.root, own);
  const reading = readAskedFile(inspection, own);
  if ('skipped' in reading) throw new UsageError(reading.skipped === 'gone'
    ? { code: 'vanished', path: own }
    : { code: 'not-checked', path: own, skipped: { path: own, reason: reading.skipped, by: null } });
  const source = new SourceText(own, languageById(language) as Language, reading.text, reading.hasByteOrderMark);
  const rules = inspection.sets[set] as RuleSet;
  const found = withinLimit(tools, source, () => inspectFile(source, rules, tools));
  if ('givenUp' in found) throw new UsageError({ code: 'given-up', path: own, reason: found.givenUp });
  const selectors = selectorsFor(question, findingsIn(found, own, rules).all, rules, catalog, own);
  const { line, reach, until, because } = question;
  if (reach !== 'throughout') needLine(line, source.text.split(/\r\n|\r|\n/), own);
  const request: WaiverRequest = { line, reach, until, because, selectors };
  const written = writeWaiver(source, request, rules, tools);
  if (written === null) throw new UsageError(noPlace(source.language, `${own}:${question.line}`));
  const [before, after] = [source.whole, written.text.whole];
  return { path: own, line: written.line, selectors, before, after, failed: writer?.write({ file, before, after }) ?? null };
}

function noPlace({ id, comments }: Language, where: string): UsageMistake {
  return { code: 'no-place-for-waiver', where, language: id, hasComments: comments.line.length + comments.block.length > 0 };
}

function checkQuestion({ because, until }: WaiveQuestion, today: string): void {
  if (because.trim() === '') throw new UsageError({ code: 'reason-missing' });
  if (/[\0-\x08\x0b-\x1f]/.test(because)) throw new UsageError({ code: 'reason-not-text' });
  if (until === null) return;
  if (!isDate(until)) throw new UsageError({ code: 'bad-date', text: until, orNever: false });
  if (until < today) throw new UsageError({ code: 'past-date', until, excuses: 'waiver' });
}

/** The named rules, or those with findings on the line; each must have a finding there and allow waivers. */
function selectorsFor(
  { rules, line, column, reach }: WaiveQuestion, findings: readonly Finding[], set: RuleSet, catalog: Catalog, file: string,
): string[] {
  const reached = findings.filter(({ span, rule }) => !rule.startsWith('waivers/')
    && (reach === 'throughout' || (reach === 'below' ? span.start.line >= line : span.start.line === line)));
  const open = reached.filter(({ excused }) => excused === null);
  const where = reach === 'throughout' ? file : `${file}:${line}`;
  selectedRules(rules, catalog);
  if (rules.length === 0 && reach !== 'line') throw new UsageError({ code: 'waiver-needs-rules', reach });
  const meant = open.filter(({ span }) => column === null || span.start.column === column);
  const named = rules.length > 0 ? [...rules] : [...new Set((meant.length > 0 ? meant : open).map(({ rule }) => rule))];
  if (named.length === 0) {
    throw new UsageError(reached.length > 0 ? { code: 'all-excused', where } : { code: 'nothing-found', where, path: file });
  }
  for (const name of named) {
    const selector = parseSelector(name);
    const about = open.filter(({ rule }) =>
      selector !== null && selects(selector, catalog.get(rule) ?? { id: rule, concern: '', tags: [] }));
    if (about.length === 0) throw new UsageError({ code: 'rule-finds-nothing', rule: name, where, path: file });
    const refused = about.find(({ rule }) => set.rules.get(rule)?.waivers === 'refuse');
    if (refused !== undefined) throw new UsageError({ code: 'waiver-refused', rule: refused.rule, path: file });
  }
  return named;
}
