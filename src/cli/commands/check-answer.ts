import type { Argv } from 'yargs';
import type { Catalog } from '../../core/catalog/catalog.js';
import { GROUPINGS } from '../../core/inspect/group-findings.js';
import type { DoctorReport } from '../../core/doctor/doctor-report.js';
import { narrowed, shown, trusted, type FindingQuestion } from '../../core/inspect/select-findings.js';
import { hasFailed } from '../../core/inspect/totals.js';
import { nearName } from '../../core/base/near-name.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { Finding } from '../../core/model/finding.js';
import { CONFIDENCES } from '../../core/model/rule.js';
import { wrongCall } from '../../host/files/errors.js';
import { selectedRules } from '../../host/project/selected-rules.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { brokenLine } from '../../formats/text/expectation.js';
import { visible } from '../../formats/text/visible.js';
import { count } from '../views/table.js';
import { CHECK_FORMATS, type CheckOptions, type ShownCheck } from './check-formats.js';
import { exitCode, hint, show, tellAside, type Context } from './command.js';
import { writeReports, type WantedReport } from './reports.js';

/** Adds the options that say how what was found is answered. */
export function declareShown(args: Argv): Argv {
  return args
    .option('fail-on', {
      choices: ['error', 'warning', 'note', 'never'],
      describe: 'the lowest level that makes the check fail; overrides policy.fail-on',
      group: 'What to check:',
    })
    .option('report', {
      type: 'string',
      array: true,
      nargs: 1,
      default: [],
      describe: 'write the answer to a file too, as FORMAT=FILE; may be repeated',
      group: 'What to show:',
    })
    .option('overwrite', {
      type: 'boolean',
      default: false,
      describe: 'let a report replace a file that git tracks or that Elvar reads itself',
      group: 'What to show:',
    })
    .option('level', {
      choices: ['error', 'warning', 'note'],
      describe: 'show this level and above; the rest is counted, and can still fail',
      group: 'What to show:',
    })
    .option('confidence', {
      choices: CONFIDENCES,
      describe: 'show findings this trustworthy or more; overrides policy.confidence',
      group: 'What to show:',
    })
    .option('group-by', { choices: GROUPINGS, default: 'rule', describe: 'how findings are grouped', group: 'What to show:' })
    .option('top', {
      type: 'number',
      requiresArg: true,
      describe: 'show only this many groups, those with the most findings',
      group: 'What to show:',
    })
    .option('all', {
      type: 'boolean', default: false, describe: 'show every place of a group, however many there are', group: 'What to show:',
    })
    .option('excused', { type: 'boolean', default: false, describe: 'show excused findings too', group: 'What to show:' });
}

/** @throws UsageError if an option about what to show makes no sense. */
export function checkShown({ top }: CheckOptions): void {
  if (top !== undefined && !(Number.isInteger(top) && top > 0)) throw wrongCall('--top must be a whole number of at least 1');
}

/**
 * Answers what was found: prints it, writes the reports, and says how the run ends.
 * @param health what is wrong with the configuration; null if nobody asked.
 */
export function answerCheck(
  context: Context<CheckOptions>, whole: CheckReport, reports: readonly WantedReport[], health: DoctorReport | null,
): ExitCode {
  const { options, workspace } = context;
  const asked = narrowed(whole, questionOf(options, whole.catalog));
  const answer = { ...shownOf(asked, options), health };
  const { report } = answer;
  show(context, CHECK_FORMATS, answer);
  tellAside(context, report);
  tellMisreadWaivers(context, report);
  // The text has it, and so do documents; who reads lines or a report elsewhere is told here.
  const broken = options.format === 'text' || options.quiet ? null : brokenLine(report.expectations.broken);
  if (broken !== null) context.terminal.err(`${visible(broken)}\n`);
  const areWritten = writeReports(reports, CHECK_FORMATS, answer, context);
  const first = firstOpen(report);
  // Only a run with the same logs knows the rules of logs that the command line names.
  const isKnown = first !== null
    && (report.catalog.get(first.rule)?.foreign === null || workspace.session.run.intake.length === 0);
  if (isKnown) hint(context, `Why is it so? elvar explain ${visible(first.path)} ${first.rule}`);
  return areWritten ? exitCode(hasFailed(trusted(asked), answer.failOn) ? EXIT.findings : EXIT.fine, report) : EXIT.incomplete;
}

/** What is shown of what was found. */
export function shownOf(asked: CheckReport, { level, confidence: wanted, failOn }: CheckOptions): ShownCheck {
  const confidence = wanted ?? asked.confidence;
  return { ...shown(asked, { level: level ?? null, confidence }), confidence, failOn: failOn ?? asked.failOn, health: null };
}

function firstOpen({ files }: CheckReport): Finding | null {
  for (const { findings } of files) {
    const first = findings.all.find(({ excused }) => excused === null);
    if (first !== undefined) return first;
  }
  return null;
}

/** Which findings are asked about. @throws UsageError if there is no such rule or concern. */
export function questionOf({ rule, concern }: CheckOptions, catalog: Catalog): FindingQuestion {
  const known = [...new Set(catalog.rules.map((entry) => entry.concern))];
  const unknown = concern.find((name) => !known.includes(name));
  if (unknown !== undefined) {
    const near = nearName(unknown, known);
    throw wrongCall(`there is no concern ${unknown}`, near === null ? `There are: ${known.join(', ')}` : `Did you mean ${near}?`);
  }
  return { rules: selectedRules(rule, catalog), concerns: concern.length === 0 ? null : new Set(concern) };
}

function tellMisreadWaivers({ options, terminal }: Context<CheckOptions>, { misreadWaivers }: CheckReport): void {
  if (misreadWaivers.length === 0 || options.quiet) return;
  const verb = misreadWaivers.length === 1 ? 'excuses' : 'excuse';
  terminal.err(`${count(misreadWaivers.length, 'waiver')} cannot be understood and ${verb} nothing:\n`);
  for (const { path, line, text, problem } of misreadWaivers) {
    terminal.err(`  ${visible(`${path}:${line}`)}  ${visible(text)}\n    ${visible(problem)}\n`);
  }
  terminal.err('  Write: elvar waive RULE because REASON. The rule waivers/malformed reports these as findings.\n');
}
