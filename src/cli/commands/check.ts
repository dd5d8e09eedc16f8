import { hasFailed } from '../../core/inspect/totals.js';
import { checkJson } from '../../formats/json/check.js';
import type { CheckReport } from '../../core/model/report.js';
import { EXIT } from '../exit-code.js';
import { visible } from '../visible.js';
import { count } from '../views/table.js';
import { viewCheck } from '../views/check.js';
import { exitCode, hint, printJson, tellAside, type Command, type Context } from './command.js';

interface Options {
  readonly path: readonly string[];
  readonly excused: boolean;
  readonly all: boolean;
}

/** `elvar check`. */
export const CHECK: Command<Options> = {
  usage: 'check [path..]',
  about: 'What does the code violate?',
  formats: ['text', 'json'],
  declare: (args) => args
    .positional('path', { type: 'string', array: true, default: [], describe: 'files and directories; everything where none is named' })
    .option('excused', { type: 'boolean', default: false, describe: 'list the excused findings too' })
    .option('all', { type: 'boolean', default: false, describe: 'list every place of a rule, however many there are' }),
  examples: [
    ['elvar check', 'everything, rule by rule, with the line that turned each rule on'],
    ['elvar check services --excused', 'one directory, with the findings that waivers excuse'],
  ],
  run: async (context) => {
    const { options, workspace, terminal, style } = context;
    const report = await workspace.check(options.path);
    if (options.format === 'json') printJson(context, checkJson(report, options.excused));
    else terminal.out(viewCheck(report, { all: options.all, excused: options.excused, columns: terminal.columns }, style));
    tellAside(context, report);
    tellMisreadWaivers(context, report);
    const first = report.files.flatMap(({ findings }) => findings).find(({ excused }) => excused === null);
    if (first !== undefined) hint(context, `Why is it so? elvar explain ${visible(first.path)} ${first.rule}`);
    return exitCode(hasFailed(report) ? EXIT.findings : EXIT.fine, report);
  },
};

function tellMisreadWaivers({ options, terminal }: Context<Options>, { misreadWaivers }: CheckReport): void {
  if (misreadWaivers.length === 0 || options.quiet) return;
  const verb = misreadWaivers.length === 1 ? 'excuses' : 'excuse';
  terminal.err(`${count(misreadWaivers.length, 'waiver')} cannot be understood and ${verb} nothing:\n`);
  for (const { path, line, text } of misreadWaivers) terminal.err(`  ${visible(`${path}:${line}`)}  ${visible(text)}\n`);
  terminal.err('  Write: elvar waive RULE because REASON\n');
}
