import type { Catalog } from '../../core/catalog/catalog.js';
import { selectFindings, type FindingFilter } from '../../core/inspect/select-findings.js';
import { hasFailed } from '../../core/inspect/totals.js';
import { nearName } from '../../core/layers/near-name.js';
import type { ActiveLevel } from '../../core/model/level.js';
import type { Finding } from '../../core/model/finding.js';
import type { CheckReport } from '../../core/model/report.js';
import { CONFIDENCES, type Confidence } from '../../core/model/rule.js';
import { checkJson } from '../../formats/json/check.js';
import { UsageError } from '../../host/errors.js';
import { selectedRules } from '../../host/selected-rules.js';
import { EXIT } from '../exit-code.js';
import { visible } from '../../formats/text/visible.js';
import { count } from '../views/table.js';
import { GROUPINGS, viewCheck, type Grouping } from '../views/check.js';
import { exitCode, hint, printJson, tellAside, type Command, type Context } from './command.js';

interface Options {
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
}

/** `elvar check`. */
export const CHECK: Command<Options> = {
  usage: 'check [path..]',
  about: 'What does the code violate?',
  formats: ['text', 'json'],
  declare: (args) => args
    .positional('path', { type: 'string', array: true, default: [], describe: 'files and directories; everything where none is named' })
    .option('level', { choices: ['error', 'warning', 'note'], describe: 'findings of this level and above, no others' })
    .option('confidence', { choices: CONFIDENCES, describe: 'findings of rules that can be trusted so far, or further' })
    .option('rule', { type: 'string', array: true, nargs: 1, default: [], describe: 'findings of a rule, concern/* or tag:NAME alone; may be repeated' })
    .option('concern', { type: 'string', array: true, nargs: 1, default: [], describe: 'findings of one concern alone, such as slips; may be repeated' })
    .option('group-by', { choices: GROUPINGS, default: 'rule', describe: 'what findings are put together by' })
    .option('since', { type: 'string', requiresArg: true, describe: 'findings on lines changed since a revision of git alone, such as main or HEAD' })
    .option('top', { type: 'number', requiresArg: true, describe: 'only so many groups, those with the most findings' })
    .option('all', { type: 'boolean', default: false, describe: 'list every place of a group, however many there are' })
    .option('excused', { type: 'boolean', default: false, describe: 'list the excused findings too' }) as never,
  examples: [
    ['elvar check', 'everything, rule by rule, with the line that turned each rule on'],
    ['elvar check services --excused', 'one directory, with the findings that waivers excuse'],
    ['elvar check --group-by file', 'every file: the highest level found, excused, clean, or not checked and why'],
    ['elvar check --confidence certain --group-by directory --top 3', 'where the findings are that need no second look'],
  ],
  run: async (context) => {
    const { options, workspace, terminal, style } = context;
    if (options.top !== undefined && !(Number.isInteger(options.top) && options.top > 0)) throw new UsageError('--top is a whole number from 1');
    const whole = await workspace.check(options.path, options.since ?? null);
    const report = selectFindings(whole, filterOf(options, whole.catalog));
    const view = {
      all: options.all, excused: options.excused, columns: terminal.columns, groupBy: options.groupBy, top: options.top ?? null,
      lineText: (file: string, line: number) => workspace.lineText(file, line),
    };
    if (options.format === 'json') printJson(context, checkJson(report, options.excused, options.groupBy === 'file'));
    else terminal.out(viewCheck(report, view, style));
    tellAside(context, report);
    tellMisreadWaivers(context, report);
    const first = firstOpen(report);
    if (first !== null) hint(context, `Why is it so? elvar explain ${visible(first.path)} ${first.rule}`);
    return exitCode(hasFailed(report) ? EXIT.findings : EXIT.fine, report);
  },
};

function firstOpen({ files }: CheckReport): Finding | null {
  for (const { findings } of files) {
    const first = findings.find(({ excused }) => excused === null);
    if (first !== undefined) return first;
  }
  return null;
}

function filterOf({ level, confidence, rule, concern }: Options, catalog: Catalog): FindingFilter {
  const known = [...new Set(catalog.rules.map((entry) => entry.concern))];
  const unknown = concern.find((name) => !known.includes(name));
  if (unknown !== undefined) {
    const near = nearName(unknown, known);
    throw new UsageError(`there is no concern ${unknown}\n${near === null ? `There are: ${known.join(', ')}` : `Did you mean ${near}?`}`);
  }
  return { level: level ?? null, confidence: confidence ?? null, rules: selectedRules(rule, catalog), concerns: concern.length === 0 ? null : new Set(concern) };
}

function tellMisreadWaivers({ options, terminal }: Context<Options>, { misreadWaivers }: CheckReport): void {
  if (misreadWaivers.length === 0 || options.quiet) return;
  const verb = misreadWaivers.length === 1 ? 'excuses' : 'excuse';
  terminal.err(`${count(misreadWaivers.length, 'waiver')} cannot be understood and ${verb} nothing:\n`);
  for (const { path, line, text, problem } of misreadWaivers) terminal.err(`  ${visible(`${path}:${line}`)}  ${visible(text)}\n    ${visible(problem)}\n`);
  terminal.err('  Write: elvar waive RULE because REASON. The rule waivers/malformed tells of these as findings.\n');
}
