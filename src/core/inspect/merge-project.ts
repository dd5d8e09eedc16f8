import type { SourceText } from '../base/source-text.js';
import type { Catalog } from '../catalog/catalog.js';
import type { Finding } from '../model/finding.js';
import type { RuleSet } from '../model/rule-set.js';
import { repairsIn, type FileFindings } from '../findings/file-findings.js';
import { findingsIn } from '../findings/finding-list.js';
import { FoundFindings } from '../findings/found-finding.js';
import { writeFindings } from '../findings/write-findings.js';
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
  const findings = merged(
    findingsIn(first, text.path, set).all, own.all, new Map(catalog.rules.map(({ id }, index) => [id, index])),
  );
  const { lines, waivers, misread, unfinished } = first;
  return writeFindings(findings, { lines, waivers, misread, unfinished, repairs: repairsIn(first) });
}

/** Two lists in text order as one; at the same place in the order of the rules. */
function merged(some: readonly Finding[], others: readonly Finding[], order: ReadonlyMap<string, number>): Finding[] {
  const all: Finding[] = [];
  let next = 0;
  for (const finding of some) {
    while (next < others.length && isBefore(others[next] as Finding, finding, order)) all.push(others[next++] as Finding);
    all.push(finding);
  }
  return [...all, ...others.slice(next)];
}

function isBefore(
  { span: { start: a }, rule }: Finding, { span: { start: b }, rule: other }: Finding, order: ReadonlyMap<string, number>,
): boolean {
  return (a.line - b.line || a.column - b.column || (order.get(rule) ?? 0) - (order.get(other) ?? 0)) < 0;
}
