import type { SourceText } from '../base/source-text.js';
import type { Catalog } from '../catalog/catalog.js';
import type { RuleSet } from '../model/rule-set.js';
import { repairsIn, type FileFindings } from '../findings/file-findings.js';
import { RULE, START_COLUMN, START_LINE, WIDTH } from '../findings/columns.js';
import { FindingsWriter } from '../findings/findings-writer.js';
import { Fingerprints } from '../findings/fingerprint.js';
import { FoundFindings, type FoundFinding } from '../findings/found-finding.js';
import { WrittenTexts } from '../findings/written-texts.js';
import { projectHits, type ProjectFindings } from './project-findings.js';
import { inTextOrder } from './text-order.js';

/**
 * What was found in a file by itself, together with what only the whole project tells of it: the same as if it were inspected
 * with that, for most files, and in a small part of the time.
 * @param text the one that was inspected.
 * @returns null if only an inspection can tell: waivers may excuse what is new, a rule may know more words, or findings of one
 *   rule would have to be numbered anew.
 */
export function withProjectFindings(
  first: FileFindings, text: SourceText, known: ProjectFindings, set: RuleSet, catalog: Catalog,
): FileFindings | null {
  const rules = new Set(known.hits.map(({ rule }) => rule));
  if (known.learned.length > 0 || first.waivers.length > 0
      || first.misread.length > 0 || first.rules.some((rule) => rules.has(rule) || rule.startsWith('waivers/'))) return null;
  const own = new FoundFindings(text);
  inTextOrder(projectHits(text, known, set, catalog), (hit, { kind }) => void own.add(kind, hit, false, null));
  const { lines, waivers, misread, unfinished } = first;
  return mergedFindings(first, own, catalog).finish({ lines, waivers, misread, unfinished, repairs: repairsIn(first) });
}

/** Two lists in text order as one; at the same place in the order of the rules. */
function mergedFindings(first: FileFindings, { all: added, text }: FoundFindings, catalog: Catalog): FindingsWriter {
  const order = new Map(catalog.rules.map(({ id }, index) => [id, index]));
  const writer = new FindingsWriter(first.size + added.length);
  const [texts, prints] = [new WrittenTexts(first), new Fingerprints(text)];
  let next = 0;
  for (let place = 0; place < first.size; place += 1) {
    while (next < added.length && isBefore(added[next] as FoundFinding, text, first, place, order)) {
      writer.addFound(added[next++] as FoundFinding, text, prints);
    }
    writer.addWritten(first, texts, place);
  }
  while (next < added.length) writer.addFound(added[next++] as FoundFinding, text, prints);
  return writer;
}

function isBefore(
  { start, rule }: FoundFinding, text: SourceText, { numbers, rules }: FileFindings, place: number,
  order: ReadonlyMap<string, number>,
): boolean {
  const at = place * WIDTH;
  const line = text.lineAt(start);
  const other = rules[numbers[at + RULE] as number] as string;
  return (line - (numbers[at + START_LINE] as number) || text.columnAt(start, line) - (numbers[at + START_COLUMN] as number)
    || (order.get(rule) ?? 0) - (order.get(other) ?? 0)) < 0;
}
