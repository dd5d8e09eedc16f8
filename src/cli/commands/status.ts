import type { StatusReport } from '../../core/inspect/status-report.js';
import { statusJson } from '../../formats/json/status.js';
import { EXIT } from '../exit-code.js';
import { viewStatus } from '../views/status.js';
import { exitCode, hint, jsonText, show, tellAside, type Command, type Formats } from './command.js';

interface Options {
  readonly path: readonly string[];
  readonly all: boolean;
}

/** What was last found. */
const FORMATS: Formats<Options, StatusReport> = {
  text: (report, { options, style }) => viewStatus(report, options.all, style),
  json: (report) => jsonText(statusJson(report)),
};

/** `elvar status`. */
export const STATUS: Command<Options> = {
  usage: 'status [path..]',
  about: 'What was last found in each file, and what has changed since?',
  formats: Object.keys(FORMATS),
  declare: (args) => args
    .positional('path', { type: 'string', array: true, default: [], describe: 'files and directories; by default everything' })
    .option('all', { type: 'boolean', default: false, describe: 'list every file, however many there are' }),
  examples: [
    ['elvar status', 'the worst files first, then what has changed since and what was never checked'],
    ['elvar status services --format json', 'one directory, file by file, for a program'],
  ],
  run: async (context) => {
    const report = await context.workspace.status(context.options.path);
    show(context, FORMATS, report);
    tellAside(context, report);
    if (report.files.some(({ state }) => state !== 'known')) hint(context, 'Look at what has changed: elvar check');
    return exitCode(EXIT.fine, report);
  },
};
