import type { CheckedSource } from '../core/inspect/check-report.js';
import type { Finding } from '../core/model/finding.js';
import type { OpenDocument } from './open-document.js';
import type { ClientPosition } from './positions.js';

/** The findings at a place of a document, the excused ones too. */
export function findingsAt(
  { findings: { all } }: CheckedSource, { positions }: OpenDocument, position: ClientPosition,
): Finding[] {
  const at = positions.offsetAt(position);
  return all.filter(({ span: { start, end } }) => {
    const [first, last] = [start, end].map(({ line, column }) => positions.offsetAt(positions.placeAt(line, column))) as [
      number, number,
    ];
    return first <= at && at <= last;
  });
}
