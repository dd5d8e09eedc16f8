import type { Catalog } from '../../core/catalog/catalog.js';
import type { Rule } from '../../core/finders/rule.js';
import type { CheckedSource, CheckReport } from '../../core/inspect/check-report.js';
import type { Finding } from '../../core/model/finding.js';
import { statusOf } from '../../core/inspect/file-status.js';
import type { NotShown } from '../../core/inspect/select-findings.js';
import { totalsOf } from '../../core/inspect/totals.js';
import { brokenJson } from './expectations.js';
import { incompleteJson } from '../text/incomplete.js';

/**
 * `elvar-findings/1`.
 * @param notShown the number of findings that the report leaves out.
 * @param withExcused whether to list excused findings too. @param withFiles whether to list each file with its status.
 */
export function checkJson(
  report: CheckReport,
  notShown: NotShown,
  { withExcused, withFiles }: { readonly withExcused: boolean; readonly withFiles: boolean },
): object {
  const findings = report.files.flatMap((file) => file.findings.all).filter(({ excused }) => withExcused || excused === null);
  return {
    format: 'elvar-findings/1',
    findings: findings.map((finding) => findingJson(finding, report.catalog)),
    totals: totalsOf(report),
    notShown,
    incomplete: incompleteJson(report.incomplete),
    expectations: {
      count: report.expectations.sources.length, fail: report.expectations.fails, broken: brokenJson(report.expectations.broken),
    },
    misreadWaivers: report.misreadWaivers,
    guardedOut: report.guardedOut.map(({ file, line, pattern, files, guards }) => ({
      file,
      line,
      pattern,
      files,
      guards: guards.flatMap(({ place }) => (place === null ? [] : { file: place.file, line: place.line })),
    })),
    ...(report.since !== null && { since: report.since }),
    ...(withFiles && { files: report.files.map(fileJson), skipped: report.skipped }),
  };
}

function fileJson({ path, language, findings: { all } }: CheckedSource): object {
  const excused = all.filter((finding) => finding.excused !== null).length;
  return { path, language, status: statusOf(all), findings: all.length - excused, excused };
}

/** One finding in the JSON document. */
export function findingJson(
  { rule, level, path, span, message, confidence, repair, fingerprint, excused, notes }: Finding, catalog: Catalog,
): object {
  const { advice } = catalog.get(rule) as Rule;
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
    fixable: repair === 'safe',
    repair,
    fingerprint,
    excused,
    ...(notes !== undefined && { notes }),
  };
}
