import { narrowed } from '../../core/inspect/select-findings.js';
import type { CheckReport } from '../../core/inspect/check-report.js';
import type { Part } from '../../core/inspect/part-record.js';
import { wrongCall } from '../../host/files/errors.js';
import { parsePart } from '../../host/parts/part-of.js';
import type { Workspace } from '../../host/workspace.js';
import type { ExitCode } from '../exit-code.js';
import { answerCheck, checkShown, declareShown, questionOf, shownOf } from './check-answer.js';
import { CHECK_FORMATS, wantsHealth, wantsRepairs, type CheckOptions } from './check-formats.js';
import { show, tellAside, type Command, type Context } from './command.js';
import { wantedReports } from './reports.js';

/** `elvar check`. */
export const CHECK: Command<CheckOptions> = {
  usage: 'check [path..]',
  about: 'What does the code violate?',
  formats: Object.keys(CHECK_FORMATS),
  formatGroup: 'What to show:',
  declare: (args) => declareShown(args
    .positional('path', { type: 'string', array: true, default: [], describe: 'files and directories; by default everything' })
    .option('rule', {
      type: 'string',
      array: true,
      nargs: 1,
      default: [],
      describe: 'ask about one rule, concern/* or tag:NAME; may be repeated',
      group: 'What to check:',
    })
    .option('concern', {
      type: 'string',
      array: true,
      nargs: 1,
      default: [],
      describe: 'ask about one concern, such as slips; may be repeated',
      group: 'What to check:',
    })
    .option('since', {
      type: 'string',
      requiresArg: true,
      describe: 'ask about lines changed since a git revision, such as main or HEAD',
      group: 'What to check:',
    })
    .option('watch', {
      type: 'boolean',
      default: false,
      describe: 'stay, and say after each change which findings are new and which are gone',
      group: 'What to check:',
    })
    .option(
      'intake',
      {
        type: 'string',
        array: true,
        nargs: 1,
        default: [],
        describe: 'take in what another program found, as CONCERN=FILE: a SARIF log, or messages as compilers print them; '
          + 'may be repeated',
        group: 'What to check:',
      },
    )
    .option('part', {
      type: 'string',
      requiresArg: true,
      describe: 'check the I-th of N parts, as I/N: elvar gather puts their answers together',
      group: 'What to check:',
    })) as never,
  examples: [
    ['elvar check', 'everything, by rule, with the line that turned each rule on'],
    ['elvar check services --excused', 'one directory, including excused findings'],
    ['elvar check --group-by file', 'every file: what was found, or why it is not checked'],
    [
      'elvar check --report junit=build/elvar.xml --report html=build/elvar.html',
      'the answer here, and a report for each who needs one',
    ],
    ['elvar check --confidence certain --group-by directory --top 3', 'where the most certain findings are'],
  ],
  run: async (context) => {
    const { options, workspace } = context;
    checkShown(options);
    const reports = wantedReports(options.report, CHECK_FORMATS, context);
    const part = options.part === undefined ? undefined : parsePart(options.part);
    if (options.watch && part !== undefined) throw wrongCall('--watch checks everything', 'Leave out --part, or --watch.');
    if (options.watch) return watch(context);
    const whole = await checkedBy(context, workspace, part);
    if (part !== undefined && !options.quiet) context.terminal.err(`Part ${part.number} of ${part.of}.\n`);
    // The page of a part says nothing of the configuration, which is all parts' own.
    const health = wantsHealth(options) && part === undefined ? await workspace.doctor(isOfAll(options) ? whole : null) : null;
    return answerCheck(context, whole, reports, health);
  },
};

/** Whether everything was checked, so that all is known that can be. */
function isOfAll({ path, since }: CheckOptions): boolean {
  return path.length === 0 && since === undefined;
}

/** What was found by what was asked. */
function checkedBy(
  { options }: Context<CheckOptions>, workspace: Workspace, part: Part | undefined, signal?: AbortSignal,
): Promise<CheckReport> {
  const { path, since, rule, concern } = options;
  const repairs = wantsRepairs(options);
  return workspace.check(
    path,
    { since, signal, repairs, part, record: part !== undefined && repairs ? { rules: rule, concerns: concern } : undefined },
  );
}

async function watch(context: Context<CheckOptions>): Promise<ExitCode> {
  // Few stay, and what watches takes a while to load.
  const { watchCheck } = await import('./check-watch.js');
  const kept = context.workspace.kept();
  return watchCheck(context, {
    check: async (signal) => {
      const whole = await checkedBy(context, kept, undefined, signal);
      return shownOf(narrowed(whole, questionOf(context.options, whole.catalog)), context.options);
    },
    show: (answer) => {
      show(context, CHECK_FORMATS, answer);
      tellAside(context, answer.report);
    },
  });
}
