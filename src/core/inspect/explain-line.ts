import { nearSelector } from '../catalog/near-selector.js';
import { parseSelector } from '../model/selector.js';
import type { CheckReport } from './check-report.js';
import type { Explanation } from '../cascade/explanation.js';
import type { LineExplanation } from './line-explanation.js';
import type { WaiverRecord } from '../waivers/account.js';

/** The answer about one line of a file, from a check of that file. @param place the line, and a column or null, from 1. */
export function explainLine(
  explanation: Explanation,
  { files, incomplete, catalog }: Pick<CheckReport, 'files' | 'incomplete' | 'catalog'>,
  { line, column }: { readonly line: number; readonly column: number | null },
): LineExplanation {
  const [file] = files;
  const onLine = file?.findings.all.filter(({ span }) => span.start.line === line) ?? [];
  const atColumn = onLine.filter(({ span }) => span.start.column === column);
  const covering = file?.waivers.flatMap((waiver) => coveringLine(waiver, line)) ?? [];
  const isKnown = (selector: string): boolean => {
    const parsed = parseSelector(selector);
    return parsed !== null && catalog.select(parsed).length > 0;
  };
  return {
    explanation: { ...explanation, incomplete },
    line,
    unread: file === undefined ? incomplete.find(({ path }) => path === explanation.path)?.reason ?? null : null,
    findings: atColumn.length > 0 ? atColumn : onLine,
    waivers: covering.map((waiver) => ({ ...waiver, selectors: waiver.selectors.filter(isKnown) })).filter(({ selectors }) =>
      selectors.length > 0),
    unknown: covering.flatMap((waiver) => waiver.selectors.filter((selector) => !isKnown(selector))
      .map((selector) => ({ line: waiver.line, selector, near: nearSelector(selector, catalog) }))),
  };
}

/** A waiver with those of its selectors that cover a line; empty if none does. */
function coveringLine(waiver: WaiverRecord, line: number): WaiverRecord[] {
  const selectors = waiver.selectors.filter((_, index) => {
    const lines = waiver.covers[index];
    return lines != null && lines.from <= line && line <= (lines.to ?? Infinity);
  });
  return selectors.length === 0 ? [] : [{ ...waiver, selectors }];
}
