import { nearName } from '../../core/layers/near-name.js';
import { explainJson } from '../../formats/json/explain.js';
import { UsageError } from '../../host/errors.js';
import { EXIT } from '../exit-code.js';
import { visible } from '../visible.js';
import { viewExplainPath } from '../views/explain-path.js';
import { viewExplainRule } from '../views/explain-rule.js';
import { exitCode, hint, printJson, tellAside, type Command } from './command.js';

interface Options {
  readonly path: string;
  readonly rule?: string | undefined;
}

/** `elvar explain`. */
export const EXPLAIN: Command<Options> = {
  usage: 'explain <path> [rule]',
  about: 'Why is it so, for this file or this rule?',
  formats: ['text', 'json'],
  declare: (args) => args
    .positional('path', { type: 'string', demandOption: true, describe: 'a file; it need not exist' })
    .positional('rule', { type: 'string', describe: 'the id of a rule, to see its whole trail' }),
  examples: [
    ['elvar explain services/berths/src/plan.ts', 'the rules in force for a file, and who decided each'],
    ['elvar explain services/berths/src/plan.ts text/line-width', 'every statement about one rule, and what became of it'],
  ],
  run: (context) => {
    const { options, workspace, terminal, style } = context;
    const explanation = workspace.explain(options.path);
    const { decisions } = explanation.rules;
    const decision = options.rule === undefined ? undefined : decisions.get(options.rule);
    if (options.rule !== undefined && decision === undefined) {
      const near = nearName(options.rule, decisions.keys());
      throw new UsageError(`there is no rule ${options.rule}${near === null ? '' : `\nDid you mean ${near}?`}`);
    }
    if (options.format === 'json') printJson(context, explainJson(explanation, options.rule));
    else if (decision === undefined) terminal.out(viewExplainPath(explanation, style));
    else terminal.out(viewExplainRule(explanation, decision, style));
    tellAside(context, explanation);
    if (decision === undefined) hint(context, `The whole trail of one rule: elvar explain ${visible(explanation.path)} text/line-width`);
    return exitCode(EXIT.fine, explanation);
  },
};
