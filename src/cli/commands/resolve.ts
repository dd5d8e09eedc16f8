import type { ResolveReport } from '../../core/cascade/resolve-report.js';
import { resolveJson, resolveLines } from '../../formats/json/resolve.js';
import { EXIT } from '../exit-code.js';
import { visible } from '../../formats/text/visible.js';
import { viewResolveRule } from '../views/resolve-rule.js';
import { viewResolve } from '../views/resolve.js';
import { exitCode, hint, jsonText, show, tellAside, type Command, type Formats } from './command.js';
import { ruleById } from '../../host/project/rule-by-id.js';

interface Options {
  readonly path: readonly string[];
  readonly rule?: string | undefined;
}

/** Output is written in chunks of about this many characters: one write per line is slow. */
const PIECE = 65_536;

/** The rule set of every file. */
const FORMATS: Formats<Options, ResolveReport> = {
  text: (report, { options: { rule }, style }) => (rule === undefined
    ? viewResolve(report, style)
    : viewResolveRule(report, rule, style)),
  json: (report, { options }) => jsonText(resolveJson(report, options.rule)),
  ndjson: (report, { options }) => inPieces(resolveLines(report, options.rule)),
};

/** `elvar resolve`. */
export const RESOLVE: Command<Options> = {
  usage: 'resolve [path..]',
  about: 'What are the effective rules of every file?',
  formats: Object.keys(FORMATS),
  declare: (args) => args
    .positional('path', { type: 'string', array: true, default: [], describe: 'files and directories; by default everything' })
    .option('rule', { type: 'string', requiresArg: true, describe: 'only this rule: its level and options across the tree' }),
  examples: [
    ['elvar resolve', 'how many different rule sets there are, which files share them, and how they differ'],
    ['elvar resolve --rule text/line-width', 'one rule across the whole tree, by directory'],
  ],
  run: (context) => {
    const { options, workspace } = context;
    const report = workspace.resolve(options.path, options.rule);
    if (options.rule !== undefined) ruleById(options.rule, report.catalog);
    show(context, FORMATS, report);
    tellAside(context, report);
    const first = report.files[0];
    if (first !== undefined) hint(context, `The rules of one file: elvar explain ${visible(first.path)}`);
    return exitCode(EXIT.fine, report);
  },
};

function* inPieces(lines: Iterable<string>): Iterable<string> {
  let piece = '';
  for (const line of lines) {
    piece += `${line}\n`;
    if (piece.length > PIECE) {
      yield piece;
      piece = '';
    }
  }
  if (piece !== '') yield piece;
}
