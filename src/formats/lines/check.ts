import type { CheckReport } from '../../core/inspect/check-report.js';
import type { Finding } from '../../core/model/finding.js';
import { visible } from '../text/visible.js';

/**
 * Each open finding on a line of its own, as compilers print them (GNU Coding Standards, "Formatting Error Messages"), sorted by
 * place.
 */
export function* checkLines({ files }: Pick<CheckReport, 'files'>): Iterable<string> {
  for (const { findings } of files) {
    const open = findings.all.filter(({ excused }) => excused === null);
    if (open.length > 0) yield `${open.map(findingLine).join('\n')}\n`;
  }
}

/** One finding on one line: `PATH:LINE:COLUMN: LEVEL: MESSAGE [RULE]`. */
export function findingLine({ path, span: { start }, level, message, rule }: Finding): string {
  return visible(`${path}:${start.line}:${start.column}: ${level}: ${message} [${rule}]`);
}
