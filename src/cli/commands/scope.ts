import type { ScopeReport } from '../../core/scope/scope-report.js';
import { scopeJson } from '../../formats/json/scope.js';
import { EXIT } from '../exit-code.js';
import { viewScope, viewScopeOfPaths } from '../views/scope.js';
import { exitCode, jsonText, show, tellAside, type Command, type Formats } from './command.js';

/** More paths than this are shown folded, even if each was named. */
const MOST_PATHS = 30;

interface Options {
  readonly path: readonly string[];
  readonly all: boolean;
}

/** What is checked, and what is not. */
const FORMATS: Formats<Options, ScopeReport> = {
  text: (report, { options: { path, all }, style }) =>
    (path.length > 0 && report.checked.length + report.skipped.length <= MOST_PATHS
      ? viewScopeOfPaths(report, style)
      : viewScope(report, all, style)),
  json: (report) => jsonText(scopeJson(report)),
};

/** `elvar scope`. */
export const SCOPE: Command<Options> = {
  usage: 'scope [path..]',
  about: 'Which files are checked, and why are others not?',
  formats: Object.keys(FORMATS),
  declare: (args) => args
    .positional('path', { type: 'string', array: true, default: [], describe: 'files and directories; by default everything' })
    .option('all', { type: 'boolean', default: false, describe: 'list every path that is not checked, however many there are' }),
  examples: [
    ['elvar scope', 'what is checked, by language and directory; what is not, and which line decides that'],
    ['elvar scope kiosk/vendor/dayline.js', 'why one file is not checked'],
  ],
  run: (context) => {
    const report = context.workspace.scope(context.options.path);
    show(context, FORMATS, report);
    tellAside(context, report);
    return exitCode(EXIT.fine, report);
  },
};
