import type { CompareReport } from '../../core/compare/compare-report.js';
import { compareJson } from '../../formats/json/compare.js';
import { EXIT } from '../exit-code.js';
import { viewCompare } from '../views/compare.js';
import { exitCode, jsonText, show, tellAside, type Command, type Formats } from './command.js';

interface Options {
  readonly first: string;
  readonly second: string;
}

/** How two sides differ. */
const FORMATS: Formats<Options, CompareReport> = {
  text: (report, { style }) => viewCompare(report, style),
  json: (report) => jsonText(compareJson(report)),
};

/** `elvar compare`. */
export const COMPARE: Command<Options> = {
  usage: 'compare <first> <second>',
  about: 'How do the rules of two files, directories or presets differ?',
  formats: Object.keys(FORMATS),
  declare: (args) => args
    .positional(
      'first',
      { type: 'string', demandOption: true, describe: 'a file, a directory, or a preset (elvar:NAME, ./FILE.yaml, npm:PACKAGE)' },
    )
    .positional('second', { type: 'string', demandOption: true, describe: 'what to compare it with' }),
  examples: [
    ['elvar compare services/berths services/tides', 'what is stricter, looser or just different in the second directory'],
    ['elvar compare elvar:starter ./style/harbour.yaml', 'what one preset has that the other lacks'],
  ],
  run: (context) => {
    const { options, workspace } = context;
    const report = workspace.compare(options.first, options.second);
    show(context, FORMATS, report);
    tellAside(context, report);
    return exitCode(EXIT.fine, report);
  },
};
