import type { Reach } from '../../core/waivers/waiver.js';
import { waiveJson } from '../../formats/json/waive.js';
import { UsageError } from '../../host/errors.js';
import { EXIT } from '../exit-code.js';
import { viewWaive } from '../views/waive.js';
import { visible } from '../visible.js';
import { hint, printJson, type Command } from './command.js';

interface Options {
  readonly place: string;
  readonly rule: readonly string[];
  readonly because?: string | undefined;
  readonly until?: string | undefined;
  readonly below: boolean;
  readonly throughout: boolean;
  readonly dryRun: boolean;
}

/** `elvar waive`. */
export const WAIVE: Command<Options> = {
  usage: 'waive <place> [rule..]',
  about: 'Excuse what is found on a line, by a comment with a reason.',
  formats: ['text', 'json'],
  declare: (args) => args
    .positional('place', { type: 'string', demandOption: true, describe: 'FILE:LINE; with --throughout FILE alone' })
    .positional('rule', { type: 'string', array: true, default: [], describe: 'rules, concern/* or tag:NAME; those that find something on the line where none is named' })
    .option('because', { type: 'string', requiresArg: true, describe: 'the reason, for whoever meets the waiver later' })
    .option('until', { type: 'string', requiresArg: true, describe: 'the last day on which it counts, YYYY-MM-DD' })
    .option('below', { type: 'boolean', default: false, describe: 'for all that follows too' })
    .option('throughout', { type: 'boolean', default: false, describe: 'for the whole file' })
    .option('dry-run', { type: 'boolean', default: false, describe: 'show what would change, and change nothing' }) as never,
  examples: [
    ["elvar waive kiosk/kiosk.js:13 --because 'the port sends no draught as an empty text' --dry-run", 'what would be written'],
    ["elvar waive kiosk/kiosk.css slips/hollow-block --throughout --until 2999-12-31 --because 'the kiosk fills them' --dry-run", 'one rule, in the whole file, until a day'],
  ],
  run: async (context) => {
    const { options, workspace, terminal, style } = context;
    const { rule: rules, because, until = null, dryRun } = options;
    const reach = reachOf(options);
    const [file, line] = placeOf(options.place, reach, (path) => workspace.exists(path));
    if (because === undefined) throw new UsageError('a waiver needs a reason\nSay why with --because, in a few words.');
    const waived = await workspace.waive(file, { rules, line, reach, until, because }, !dryRun);
    if (waived.failed !== null) terminal.err(`${visible(waived.path)} was not written: ${visible(waived.failed)}\n`);
    if (options.format === 'json') printJson(context, waiveJson(waived, { reach, until, because }, !dryRun && waived.failed === null));
    else if (waived.failed === null) terminal.out(viewWaive(waived, dryRun, style));
    if (dryRun) hint(context, 'The same without --dry-run changes the file.');
    return waived.failed === null ? EXIT.fine : EXIT.incomplete;
  },
};

function reachOf({ below, throughout }: Options): Reach {
  if (below && throughout) throw new UsageError('--below and --throughout exclude each other');
  return below ? 'below' : throughout ? 'throughout' : 'line';
}

function placeOf(place: string, reach: Reach, exists: (path: string) => boolean): [file: string, line: number] {
  const [, file, line] = /^(.+):(\d+)(?::\d+)?$/.exec(place) ?? [];
  if (file !== undefined && !exists(place)) return [file, Number(line)];
  if (reach !== 'throughout') throw new UsageError(`${visible(place)} names no line\nWrite FILE:LINE, as elvar check tells it.`);
  return [place, 1];
}
