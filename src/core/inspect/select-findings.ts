import type { Catalog } from '../catalog/catalog.js';
import type { Finding } from '../model/finding.js';
import { compareLevels, type ActiveLevel } from '../model/level.js';
import type { CheckReport } from '../model/report.js';
import { CONFIDENCES, type Confidence, type RuleId } from '../model/rule.js';

/** Which findings are wanted. A part that is null lets all through. */
export interface FindingFilter {
  /** This level and those above it. */
  readonly level: ActiveLevel | null;
  /** This confidence and those above it. */
  readonly confidence: Confidence | null;
  readonly rules: ReadonlySet<RuleId> | null;
  readonly concerns: ReadonlySet<string> | null;
}

/** The report with the findings that a filter lets through. Files stay, so that those without a finding count as clean. */
export function selectFindings(report: CheckReport, filter: FindingFilter): CheckReport {
  if (Object.values(filter).every((part) => part === null)) return report;
  const isWanted = filterFor(filter, report.catalog);
  return { ...report, files: report.files.map((file) => ({ ...file, findings: file.findings.filter(isWanted) })) };
}

function filterFor({ level, confidence, rules, concerns }: FindingFilter, catalog: Catalog): (finding: Finding) => boolean {
  const trusted = confidence === null ? null : new Set(CONFIDENCES.slice(0, CONFIDENCES.indexOf(confidence) + 1));
  return (finding) => {
    const rule = catalog.get(finding.rule);
    return (level === null || compareLevels(finding.level, level) >= 0)
      && (rules === null || rules.has(finding.rule))
      && (concerns === null || (rule !== undefined && concerns.has(rule.concern)))
      && (trusted === null || (rule !== undefined && trusted.has(rule.confidence)));
  };
}
