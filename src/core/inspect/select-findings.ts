import type { Finding } from '../model/finding.js';
import { compareLevels, type ActiveLevel } from '../model/level.js';
import type { CheckReport } from './check-report.js';
import { CONFIDENCES, type Confidence, type RuleId } from '../model/rule.js';

/** What is asked about. A null part is no restriction. */
export interface FindingQuestion {
  readonly rules: ReadonlySet<RuleId> | null;
  readonly concerns: ReadonlySet<string> | null;
}

/** What part of the answer is shown. A null part is no restriction. */
export interface FindingDisplay {
  /** This level and those above it. */
  readonly level: ActiveLevel | null;
  /** This confidence and those above it. */
  readonly confidence: Confidence | null;
}

/** How many open findings are not shown, and why. One below both bounds counts under its level. */
export interface NotShown {
  readonly level: number;
  readonly confidence: number;
}

/** The report with the findings and expectations asked about. All files stay, so that those without a finding count as clean. */
export function narrowed(report: CheckReport, { rules, concerns }: FindingQuestion): CheckReport {
  if (rules === null && concerns === null) return report;
  const isAsked = ({ rule }: { readonly rule: RuleId }): boolean =>
    (rules === null || rules.has(rule)) && (concerns === null || concerns.has(report.catalog.get(rule)?.concern ?? ''));
  const { expectations } = report;
  return { ...withFindings(report, isAsked), expectations: { ...expectations, broken: expectations.broken.filter(isAsked) } };
}

/** The report with the findings that may make the check fail: those with enough confidence for the project. */
export function trusted(report: CheckReport): CheckReport {
  const { confidence } = report;
  return confidence === null ? report : withFindings(report, (finding) => isTrusted(finding, confidence));
}

/** The report with the findings to show, and the number not shown. */
export function shown(
  report: CheckReport, { level, confidence }: FindingDisplay,
): { readonly report: CheckReport; readonly notShown: NotShown } {
  const notShown = { level: 0, confidence: 0 };
  if (level === null && confidence === null) return { report, notShown };
  const isShown = (finding: Finding): boolean => {
    const reason = level !== null && compareLevels(finding.level, level) < 0 ? 'level'
      : confidence !== null && !isTrusted(finding, confidence) ? 'confidence'
      : null;
    if (reason !== null && finding.excused === null) notShown[reason] += 1;
    return reason === null;
  };
  return { report: withFindings(report, isShown), notShown };
}

function withFindings(report: CheckReport, isWanted: (finding: Finding) => boolean): CheckReport {
  return { ...report, files: report.files.map((file) => ({ ...file, findings: file.findings.select(isWanted) })) };
}

/** Whether a finding is as certain as is asked, or more. */
export function isTrusted({ confidence }: Finding, least: Confidence): boolean {
  return CONFIDENCES.indexOf(confidence) <= CONFIDENCES.indexOf(least);
}
