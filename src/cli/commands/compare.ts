import { compareJson } from '../../formats/json/compare.js';
import { EXIT } from '../exit-code.js';
import { viewCompare } from '../views/compare.js';
import { exitCode, printJson, tellAside, type Command } from './command.js';

interface Options {
  readonly first: string;
  readonly second: string;
}

/** `elvar compare`. */
export const COMPARE: Command<Options> = {
  usage: 'compare <first> <second>',
  about: 'How do the rules of two files, directories or presets differ?',
  formats: ['text', 'json'],
  declare: (args) => args
    .positional('first', { type: 'string', demandOption: true, describe: 'a file, a directory, or a preset (elvar:NAME, ./FILE.yaml, npm:PACKAGE)' })
    .positional('second', { type: 'string', demandOption: true, describe: 'what to compare it with' }),
  examples: [
    ['elvar compare services/berths services/tides', 'what is stricter, looser or just different in the second directory'],
    ['elvar compare elvar:starter ./style/harbour.yaml', 'what one preset has that the other lacks'],
  ],
  run: (context) => {
    const { options, workspace, terminal, style } = context;
    const report = workspace.compare(options.first, options.second);
    if (options.format === 'json') printJson(context, compareJson(report));
    else terminal.out(viewCompare(report, style));
    tellAside(context, report);
    return exitCode(EXIT.fine, report);
  },
};
