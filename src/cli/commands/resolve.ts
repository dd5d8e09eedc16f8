import { resolveJson, resolveLines } from '../../formats/json/resolve.js';
import { EXIT } from '../exit-code.js';
import { visible } from '../visible.js';
import { viewResolve } from '../views/resolve.js';
import { exitCode, hint, printJson, tellAside, type Command } from './command.js';

interface Options {
  readonly path: readonly string[];
}

/** Lines are handed on in pieces of about this many characters: one write a line is slow. */
const PIECE = 65_536;

/** `elvar resolve`. */
export const RESOLVE: Command<Options> = {
  usage: 'resolve [path..]',
  about: 'What is the effective rule set of every file?',
  formats: ['text', 'json', 'ndjson'],
  declare: (args) => args
    .positional('path', { type: 'string', array: true, default: [], describe: 'files and directories; everything where none is named' }),
  examples: [
    ['elvar resolve', 'how many rule sets there are, who shares each, and how they differ'],
    ['elvar resolve services --format ndjson', 'a line for each file, for other programs'],
  ],
  run: (context) => {
    const { options, workspace, terminal, style } = context;
    const report = workspace.resolve(options.path);
    if (options.format === 'json') printJson(context, resolveJson(report));
    else if (options.format === 'ndjson') printLines(terminal.out, resolveLines(report));
    else terminal.out(viewResolve(report, style));
    tellAside(context, report);
    const first = report.files[0];
    if (first !== undefined) hint(context, `One file, rule by rule: elvar explain ${visible(first.path)}`);
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
