import path from 'node:path';
import type { Grouping } from '../../core/inspect/group-findings.js';
import type { NotShown } from '../../core/inspect/select-findings.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { DoctorReport } from '../../core/doctor/doctor-report.js';
import type { FailOn } from '../../core/model/layer.js';
import type { ActiveLevel } from '../../core/model/level.js';
import type { Confidence } from '../../core/model/rule.js';
import { checkPage } from '../../formats/html/check.js';
import { checkJson } from '../../formats/json/check.js';
import { checkJunit } from '../../formats/junit/check.js';
import { checkLines } from '../../formats/lines/check.js';
import { checkMarkdown } from '../../formats/markdown/check.js';
import { checkSarif } from '../../formats/sarif/check.js';
import { pageScript } from '../../host/page-script.js';
import { LEDGER_FILE } from '../../host/files/own-files.js';
import { waiverDays } from '../../host/git/blame.js';
import { provenanceOf } from '../../host/git/provenance.js';
import { VERSION } from '../version.js';
import { viewCheck } from '../views/check.js';
import { jsonText, type Formats } from './command.js';

/** What the command line asks of a check. */
export interface CheckOptions {
  readonly path: readonly string[];
  readonly excused: boolean;
  readonly all: boolean;
  readonly level?: ActiveLevel | undefined;
  readonly confidence?: Confidence | undefined;
  readonly rule: readonly string[];
  readonly concern: readonly string[];
  readonly groupBy: Grouping;
  readonly top?: number | undefined;
  readonly since?: string | undefined;
  readonly failOn?: FailOn | undefined;
  readonly watch: boolean;
  readonly part?: string | undefined;
  readonly report: readonly string[];
  /** Whether a report may take the place of a file of the project. */
  readonly overwrite: boolean;
}

/** What is shown of a check. */
export interface ShownCheck {
  readonly report: CheckReport;
  readonly notShown: NotShown;
  /** The least confidence that is shown; null for any. */
  readonly confidence: Confidence | null;
  /** The lowest level that makes the check fail. */
  readonly failOn: FailOn;
  /** What is wrong with the configuration; null if nobody asked. */
  readonly health: DoctorReport | null;
}

/** Whether an answer is wanted that tells how each finding can be repaired. */
export function wantsRepairs({ format, report }: CheckOptions & { readonly format: string }): boolean {
  return format === 'sarif' || report.some((question) => question.startsWith('sarif='));
}

/** Whether an answer is wanted that tells what is wrong with the configuration. */
export function wantsHealth({ format, report }: CheckOptions & { readonly format: string }): boolean {
  return format === 'html' || report.some((question) => question.startsWith('html='));
}

/** How the answer of a check is written. */
export const CHECK_FORMATS: Formats<CheckOptions, ShownCheck> = {
  text: ({ report, notShown, confidence }, { options, workspace, terminal, style }) => viewCheck(report, {
    all: options.all, excused: options.excused, columns: terminal.columns, groupBy: options.groupBy, top: options.top ?? null,
    notShown, bounds: { level: options.level ?? null, confidence }, named: options.path.map((path) => workspace.relative(path)),
  }, style),
  lines: ({ report }) => checkLines(report),
  json: ({ report, notShown }, { options }) =>
    jsonText(checkJson(report, notShown, { withExcused: options.excused, withFiles: options.groupBy === 'file' })),
  sarif: ({ report }, { workspace }) =>
    checkSarif(report, { version: VERSION, ledger: LEDGER_FILE, revision: provenanceOf(workspace.root) }),
  junit: ({ report, failOn }) => checkJunit(report, failOn),
  markdown: ({ report }) => checkMarkdown(report),
  html: ({ report, notShown, failOn, health }, { workspace }) => checkPage({
    report, name: path.basename(workspace.root), today: workspace.session.run.today, failOn,
    notShown: notShown.level + notShown.confidence, health, waiverDays: waiverDays(workspace.root, report), script: pageScript(),
  }),
};
