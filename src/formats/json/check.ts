import type { Catalog } from '../../core/catalog/catalog.js';
import type { Rule } from '../../core/model/rule.js';
import type { CheckedSource, CheckReport } from '../../core/model/report.js';
import type { Finding } from '../../core/model/finding.js';
import { statusOf } from '../../core/inspect/file-status.js';
import { totalsOf } from '../../core/inspect/totals.js';

/**
 * `elvar-findings/1`.
 * @param withExcused whether excused findings are listed too. @param withFiles whether each file is told with its status.
 */
export function checkJson(report: CheckReport, withExcused: boolean, withFiles: boolean): object {
  const findings = report.files.flatMap((file) => file.findings).filter(({ excused }) => withExcused || excused === null);
  return {
    format: 'elvar-findings/1',
    findings: findings.map((finding) => findingJson(finding, report.catalog)),
    totals: totalsOf(report),
    incomplete: report.incomplete,
    misreadWaivers: report.misreadWaivers,
    ...(report.since !== null && { since: report.since }),
    ...(withFiles && { files: report.files.map(fileJson), skipped: report.skipped }),
  };
}

function fileJson({ path, language, findings }: CheckedSource): object {
  const excused = findings.filter((finding) => finding.excused !== null).length;
  return { path, language, status: statusOf(findings), findings: findings.length - excused, excused };
}

/** One finding as machines read it. */
export function findingJson({ rule, level, path, span, message, fixable, fingerprint, excused }: Finding, catalog: Catalog): object {
  const { advice, confidence } = catalog.get(rule) as Rule;
  return {
    rule,
    level,
    path,
    line: span.start.line,
    column: span.start.column,
    endLine: span.end.line,
    endColumn: span.end.column,
    message,
    advice,
    confidence,
    fixable,
    fingerprint,
    excused,
  };
}
