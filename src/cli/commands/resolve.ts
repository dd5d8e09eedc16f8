import { resolveJson, resolveLines } from '../../formats/json/resolve.js';
import { EXIT } from '../exit-code.js';
import { visible } from '../../formats/text/visible.js';
import { viewResolveRule } from '../views/resolve-rule.js';
import { viewResolve } from '../views/resolve.js';
import { exitCode, hint, printJson, tellAside, type Command } from './command.js';
import { ruleById } from '../../host/project/rule-by-id.js';

interface Options {
  readonly path: readonly string[];
  readonly rule?: string | undefined;
}

/** Output is written in chunks of about this many characters: one write per line is slow. */
const PIECE = 65_536;

/** `elvar resolve`. */
export const RESOLVE: Command<Options> = {
  usage: 'resolve [path..]',
  about: 'What are the effective rules of every file?',
  formats: ['text', 'json', 'ndjson'],
  declare: (args) => args
    .positional('path', { type: 'string', array: true, default: [], describe: 'files and directories; by default everything' })
    .option('rule', { type: 'string', requiresArg: true, describe: 'only this rule: its level and options across the tree' }),
  examples: [
    ['elvar resolve', 'how many different rule sets there are, which files share them, and how they differ'],
    ['elvar resolve --rule text/line-width', 'one rule across the whole tree, by directory'],
  ],
  run: (context) => {
    const { options, workspace, terminal, style } = context;
    const report = workspace.resolve(options.path, options.rule);
    if (options.rule !== undefined) ruleById(options.rule, report.catalog);
    if (options.format === 'json') printJson(context, resolveJson(report, options.rule));
    else if (options.format === 'ndjson') printLines(terminal.out, resolveLines(report, options.rule));
    else terminal.out(options.rule === undefined ? viewResolve(report, style) : viewResolveRule(report, options.rule, style));
    tellAside(context, report);
    const first = report.files[0];
    if (first !== undefined) hint(context, `The rules of one file: elvar explain ${visible(first.path)}`);
    return exitCode(EXIT.fine, report);
  },
};

function printLines(out: (text: string) => void, lines: Iterable<string>): void {
  let piece = '';
  for (const line of lines) {
    piece += `${line}\n`;
    if (piece.length > PIECE) {
      out(piece);
      piece = '';
    }
  }
  if (piece !== '') out(piece);
}
