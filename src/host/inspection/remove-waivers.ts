import path from 'node:path';
import type { Catalog } from '../../core/catalog/catalog.js';
import type { Language } from '../../core/base/language.js';
import type { UnwaivedFile } from '../../core/inspect/waiver-report.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { SourceText } from '../../core/base/source-text.js';
import { removeUnused } from '../../core/inspect/remove-unused.js';
import { EventLoop } from './event-loop.js';
import { makeTools } from './inspect-share.js';
import { describeIncomplete } from '../../formats/text/incomplete.js';
import { readAskedFile } from './read-asked-file.js';
import { withinLimit } from './stopwatch.js';
import type { Writer } from '../writing/writer.js';
import type { InspectionQuestion } from '../questions/inspection-question.js';
import { languageById } from '../../core/languages/languages.js';

/** Removes the waivers that excuse nothing from the files of a question. @returns the files that had one, in order. */
export async function removeWaivers(
  question: InspectionQuestion, catalog: Catalog, writer: Writer | null,
): Promise<UnwaivedFile[]> {
  const tools = await makeTools(question, catalog);
  const files: UnwaivedFile[] = [];
  const eventLoop = new EventLoop();
  for (const { path: own, language, set } of question.files) {
    await eventLoop.turn();
    const file = path.join(question.root, own);
    const reading = readAskedFile(question, own);
    if ('skipped' in reading || !/\belvar\s+(?:waive|resume)\b/.test(reading.text)) continue;
    const source = new SourceText(own, languageById(language) as Language, reading.text, reading.hasByteOrderMark);
    const outcome = withinLimit(tools, source, () => removeUnused(source, question.sets[set] as RuleSet, tools));
    const before = source.whole;
    if ('givenUp' in outcome) {
      files.push({ path: own, before, after: before, removed: [], failed: describeIncomplete(outcome.givenUp) });
      continue;
    }
    const { text, removed } = outcome;
    if (removed.length === 0) continue;
    const after = text.whole;
    files.push({ path: own, before, after, removed, failed: writer?.write({ file, before, after }) ?? null });
  }
  return files;
}
