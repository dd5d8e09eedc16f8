import type { Catalog } from '../../core/catalog/catalog.js';
import { GROUPINGS } from '../../core/inspect/group-findings.js';
import { narrowed, shown, trusted, type FindingQuestion } from '../../core/inspect/select-findings.js';
import { hasFailed } from '../../core/inspect/totals.js';
import { nearName } from '../../core/base/near-name.js';
import type { Finding } from '../../core/model/finding.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import { CONFIDENCES } from '../../core/model/rule.js';
import { UsageError } from '../../host/files/errors.js';
import { selectedRules } from '../../host/project/selected-rules.js';
import type { Workspace } from '../../host/workspace.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { visible } from '../../formats/text/visible.js';
import { count } from '../views/table.js';
import { CHECK_FORMATS, wantsHealth, wantsRepairs, type CheckOptions, type ShownCheck } from './check-formats.js';
import { exitCode, hint, show, tellAside, type Command, type Context } from './command.js';
import { wantedReports, writeReports } from './reports.js';

/** `elvar check`. */
export const CHECK: Command<CheckOptions> = {
  usage: 'check [path..]',
  about: 'What does the code violate?',
  formats: Object.keys(CHECK_FORMATS),
  formatGroup: 'What to show:',
  declare: (args) => args
    .positional('path', { type: 'string', array: true, default: [], describe: 'files and directories; by default everything' })
    .option('rule', { type: 'string', array: true, nargs: 1, default: [], describe: 'ask about one rule, concern/* or tag:NAME; may be repeated', group: 'What to check:' })
    .option('concern', { type: 'string', array: true, nargs: 1, default: [], describe: 'ask about one concern, such as slips; may be repeated', group: 'What to check:' })
    .option('since', { type: 'string', requiresArg: true, describe: 'ask about lines changed since a git revision, such as main or HEAD', group: 'What to check:' })
    .option('watch', { type: 'boolean', default: false, describe: 'stay, and say after each change which findings are new and which are gone', group: 'What to check:' })
    .option('intake', { type: 'string', array: true, nargs: 1, default: [], describe: 'take in what another program found, as CONCERN=FILE: a SARIF log, or messages as compilers print them; may be repeated', group: 'What to check:' })
    .option('fail-on', { choices: ['error', 'warning', 'note', 'never'], describe: 'the lowest level that makes the check fail; overrides policy.fail-on', group: 'What to check:' })
    .option('report', { type: 'string', array: true, nargs: 1, default: [], describe: 'write the answer to a file too, as FORMAT=FILE; may be repeated', group: 'What to show:' })
    .option('level', { choices: ['error', 'warning', 'note'], describe: 'show this level and above; the rest is counted, and can still fail', group: 'What to show:' })
    .option('confidence', { choices: CONFIDENCES, describe: 'show findings this trustworthy or more; overrides policy.confidence', group: 'What to show:' })
    .option('group-by', { choices: GROUPINGS, default: 'rule', describe: 'how findings are grouped', group: 'What to show:' })
    .option('top', { type: 'number', requiresArg: true, describe: 'show only this many groups, those with the most findings', group: 'What to show:' })
    .option('all', { type: 'boolean', default: false, describe: 'show every place of a group, however many there are', group: 'What to show:' })
    .option('excused', { type: 'boolean', default: false, describe: 'show excused findings too', group: 'What to show:' }) as never,
  examples: [
    ['elvar check', 'everything, by rule, with the line that turned each rule on'],
    ['elvar check services --excused', 'one directory, including excused findings'],
    ['elvar check --group-by file', 'every file: what was found, or why it is not checked'],
    ['elvar check --report junit=build/elvar.xml --report html=build/elvar.html', 'the answer here, and a report for each who needs one'],
    ['elvar check --confidence certain --group-by directory --top 3', 'where the most certain findings are'],
  ],
  run: async (context) => {
    const { options, workspace } = context;
    if (options.top !== undefined && !(Number.isInteger(options.top) && options.top > 0)) throw new UsageError('--top must be a whole number of at least 1');
    const reports = wantedReports(options.report, CHECK_FORMATS, context);
    if (options.watch) return watch(context);
    const asked = await askedOf(context, workspace);
    const answer = { ...shownOf(asked, options), health: wantsHealth(options) ? await workspace.doctor() : null };
    const { report } = answer;
    show(context, CHECK_FORMATS, answer);
    tellAside(context, report);
    tellMisreadWaivers(context, report);
    const areWritten = writeReports(reports, CHECK_FORMATS, answer, context);
    const first = firstOpen(report);
    // Only a check with their logs knows the rules of other programs.
    if (first !== null && report.catalog.get(first.rule)?.foreign === null) hint(context, `Why is it so? elvar explain ${visible(first.path)} ${first.rule}`);
    return areWritten ? exitCode(hasFailed(trusted(asked), answer.failOn) ? EXIT.findings : EXIT.fine, report) : EXIT.incomplete;
  },
};

/** What was found by what was asked. */
async function askedOf({ options }: Context<CheckOptions>, workspace: Workspace, signal?: AbortSignal): Promise<CheckReport> {
  const whole = await workspace.check(options.path, options.since ?? null, signal, { repairs: wantsRepairs(options) });
  return narrowed(whole, questionOf(options, whole.catalog));
}

function shownOf(asked: CheckReport, { level, confidence: wanted, failOn }: CheckOptions): ShownCheck {
  const confidence = wanted ?? asked.confidence;
  return { ...shown(asked, { level: level ?? null, confidence }), confidence, failOn: failOn ?? asked.failOn, health: null };
}

async function watch(context: Context<CheckOptions>): Promise<ExitCode> {
  // Few stay, and what watches takes a while to load.
  const { watchCheck } = await import('./check-watch.js');
  const kept = context.workspace.kept();
  return watchCheck(context, {
    check: async (signal) => shownOf(await askedOf(context, kept, signal), context.options),
    show: (answer) => {
      show(context, CHECK_FORMATS, answer);
      tellAside(context, answer.report);
    },
  });
}

function firstOpen({ files }: CheckReport): Finding | null {
  for (const { findings } of files) {
    const first = findings.find(({ excused }) => excused === null);
    if (first !== undefined) return first;
  }
  return null;
}

function questionOf({ rule, concern }: CheckOptions, catalog: Catalog): FindingQuestion {
  const known = [...new Set(catalog.rules.map((entry) => entry.concern))];
  const unknown = concern.find((name) => !known.includes(name));
  if (unknown !== undefined) {
    const near = nearName(unknown, known);
    throw new UsageError(`there is no concern ${unknown}\n${near === null ? `There are: ${known.join(', ')}` : `Did you mean ${near}?`}`);
  }
  return { rules: selectedRules(rule, catalog), concerns: concern.length === 0 ? null : new Set(concern) };
}

function tellMisreadWaivers({ options, terminal }: Context<CheckOptions>, { misreadWaivers }: CheckReport): void {
  if (misreadWaivers.length === 0 || options.quiet) return;
  const verb = misreadWaivers.length === 1 ? 'excuses' : 'excuse';
  terminal.err(`${count(misreadWaivers.length, 'waiver')} cannot be understood and ${verb} nothing:\n`);
  for (const { path, line, text, problem } of misreadWaivers) terminal.err(`  ${visible(`${path}:${line}`)}  ${visible(text)}\n    ${visible(problem)}\n`);
  terminal.err('  Write: elvar waive RULE because REASON. The rule waivers/malformed reports these as findings.\n');
}
