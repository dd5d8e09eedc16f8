import { explainJson, explainLineJson } from '../../formats/json/explain.js';
import { resolveJson } from '../../formats/json/resolve.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { visible } from '../../formats/text/visible.js';
import { viewExplainLine } from '../views/explain-line.js';
import { viewExplainPath } from '../views/explain-path.js';
import { viewExplainRule } from '../views/explain-rule.js';
import { viewResolve } from '../views/resolve.js';
import { exitCode, hint, printJson, tellAside, type Command, type Context } from './command.js';
import { needRule } from '../../host/need-rule.js';

interface Options {
  readonly path: string;
  readonly rule?: string | undefined;
}

/** `elvar explain`. */
export const EXPLAIN: Command<Options> = {
  usage: 'explain <path> [rule]',
  about: 'Why is it so, for this file, this line or this rule?',
  formats: ['text', 'json'],
  declare: (args) => args
    .positional('path', { type: 'string', demandOption: true, describe: 'a file, one that does not exist yet if you like; FILE:LINE; or a directory' })
    .positional('rule', { type: 'string', describe: 'the id of a rule, to see its whole trail' }),
  examples: [
    ['elvar explain services/berths/src/assign.ts:20', 'the findings on one line, and the trail of each rule concerned'],
    ['elvar explain services/berths/src/plan.ts text/line-width', 'every statement about one rule, and what became of it'],
  ],
  run: async (context) => {
    const { options: { path }, workspace } = context;
    const [, file, line] = /^(.+):(\d+)$/.exec(path) ?? [];
    if (file !== undefined && !workspace.exists(path)) return explainLine(context, file, Number(line));
    return workspace.isDirectory(path) ? explainDirectory(context) : explainPath(context);
  },
};

async function explainPath(context: Context<Options>): Promise<ExitCode> {
  const { options, workspace, terminal, style } = context;
  const explanation = workspace.explain(options.path, options.rule);
  if (options.rule !== undefined) needRule(options.rule, explanation.catalog);
  const decision = options.rule === undefined ? undefined : explanation.rules.decisions.get(options.rule);
  if (options.format === 'json') printJson(context, explainJson(explanation, options.rule));
  else if (decision === undefined) terminal.out(viewExplainPath(explanation, style));
  else terminal.out(viewExplainRule(explanation, decision, style, await workspace.excusesFor(options.path, decision.rule)));
  tellAside(context, explanation);
  if (decision === undefined) hint(context, `The whole trail of one rule: elvar explain ${visible(explanation.path)} text/line-width`);
  return exitCode(EXIT.fine, explanation);
}

async function explainLine(context: Context<Options>, file: string, line: number): Promise<ExitCode> {
  const { options, workspace, terminal, style } = context;
  const explained = await workspace.explainLine(file, line, options.rule);
  if (options.rule !== undefined) needRule(options.rule, explained.explanation.catalog);
  const findings = explained.findings.filter(({ rule }) => options.rule === undefined || rule === options.rule);
  if (options.format === 'json') printJson(context, explainLineJson({ ...explained, findings }));
  else terminal.out(viewExplainLine({ ...explained, findings }, style));
  tellAside(context, explained.explanation);
  return exitCode(EXIT.fine, explained.explanation);
}

/** Where in a directory the rule sets differ. */
function explainDirectory(context: Context<Options>): ExitCode {
  const { options, workspace, terminal, style } = context;
  const report = workspace.resolve([options.path], options.rule);
  if (options.rule !== undefined) needRule(options.rule, report.catalog);
  if (options.format === 'json') printJson(context, resolveJson(report));
  else terminal.out(viewResolve(report, style));
  tellAside(context, report);
  hint(context, 'One file, rule by rule: elvar explain FILE');
  return exitCode(EXIT.fine, report);
}
