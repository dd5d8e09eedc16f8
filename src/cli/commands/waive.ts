import type { UnwaivedFile, WaivedFile, WaiverList } from '../../core/inspect/waiver-report.js';
import type { Reach } from '../../core/waivers/waiver.js';
import { unwaivedJson, waiveJson, waiverListJson } from '../../formats/json/waive.js';
import { wrongCall } from '../../host/files/errors.js';
import { parseFilePlace } from '../../host/files/target-path.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { viewRemoved, viewWaive, viewWaivers } from '../views/waive.js';
import { visible } from '../../formats/text/visible.js';
import { exitCode, hint, jsonText, show, tellAside, type Command, type Context, type Formats } from './command.js';

interface Options {
  readonly place?: string | undefined;
  readonly rule: readonly string[];
  readonly because?: string | undefined;
  readonly until?: string | undefined;
  readonly below: boolean;
  readonly throughout: boolean;
  readonly dryRun: boolean;
  readonly list: boolean;
  readonly removeUnused: boolean;
}

/** The waivers that were removed. */
const REMOVED: Formats<Options, readonly UnwaivedFile[]> = {
  text: (files, { options, style }) => viewRemoved(files, options.dryRun, style),
  json: (files, { options }) => jsonText(unwaivedJson(files, !options.dryRun)),
};

/** All waivers. */
const LIST: Formats<Options, WaiverList> = {
  text: (list, { terminal, style }) => viewWaivers(list, terminal.columns, style),
  json: (list) => jsonText(waiverListJson(list)),
};

/** A new waiver, and what it was to say. */
interface Waived {
  readonly file: WaivedFile;
  readonly question: { readonly reach: Reach; readonly until: string | null; readonly because: string };
}

/** A waiver that was written. */
const WAIVED: Formats<Options, Waived> = {
  text: ({ file }, { options, style }) => (file.failed === null ? viewWaive(file, options.dryRun, style) : ''),
  json: ({ file, question }, { options }) => jsonText(waiveJson(file, question, !options.dryRun && file.failed === null)),
};

/** `elvar waive`. */
export const WAIVE: Command<Options> = {
  usage: 'waive [place] [rule..]',
  about: 'Excuse findings with a comment in the code; list and clean up such comments.',
  formats: Object.keys(LIST),
  declare: (args) => args
    .positional(
      'place',
      { type: 'string', describe: 'FILE:LINE; FILE with --throughout; files and directories with --list and --remove-unused' },
    )
    .positional('rule', {
      type: 'string',
      array: true,
      default: [],
      describe: 'rules, concern/* or tag:NAME; by default the rules with findings on the line',
    })
    .option('because', { type: 'string', requiresArg: true, describe: 'the reason, for whoever reads the waiver later' })
    .option('until', { type: 'string', requiresArg: true, describe: 'the last day on which it excuses anything, YYYY-MM-DD' })
    .option('below', { type: 'boolean', default: false, describe: 'for everything below, too' })
    .option('throughout', { type: 'boolean', default: false, describe: 'for the whole file' })
    .option('list', { type: 'boolean', default: false, describe: 'list all waivers, and whether each is still needed' })
    .option('remove-unused', { type: 'boolean', default: false, describe: 'remove waivers that excuse nothing' })
    .option('dry-run', { type: 'boolean', default: false, describe: 'show what would change, and change nothing' }) as never,
  examples: [
    ['elvar waive --list', 'every waiver, with its age and whether it is still needed'],
    ["elvar waive kiosk/kiosk.js:13 --because 'the port sends no draught as an empty text' --dry-run", 'what would be written'],
    [
      "elvar waive kiosk/kiosk.css slips/hollow-block --throughout --until 2999-12-31 --because 'the kiosk fills them' --dry-run",
      'one rule, in the whole file, until a day',
    ],
  ],
  writes: ({ list, dryRun }) => !list && !dryRun,
  run: async (context) => {
    const { list, removeUnused } = context.options;
    if (list && removeUnused) throw wrongCall('--list and --remove-unused cannot be combined');
    return list ? listWaivers(context) : removeUnused ? remove(context) : waive(context);
  },
};

async function waive(context: Context<Options>): Promise<ExitCode> {
  const { options, workspace, terminal } = context;
  const { rule: rules, because, until = null, dryRun } = options;
  const reach = reachOf(options);
  if (options.place === undefined) {
    throw wrongCall('name a place: FILE:LINE, as elvar check prints it', 'Or use --list or --remove-unused.');
  }
  const { file, line, column } = placeOf(options.place, reach, (path) => workspace.exists(path));
  if (because === undefined) throw wrongCall('a waiver needs a reason', 'Give one with --because, in a few words.');
  const waived = await workspace.waivers().write(file, { rules, line, column, reach, until, because }, !dryRun);
  if (waived.failed !== null) terminal.err(`${visible(waived.path)} was not written: ${visible(waived.failed)}\n`);
  show(context, WAIVED, { file: waived, question: { reach, until, because } });
  if (dryRun) hint(context, 'Run it without --dry-run to change the file.');
  return waived.failed === null ? EXIT.fine : EXIT.incomplete;
}

/**
 * The paths given to `--list` and `--remove-unused`: yargs puts the first into the place argument and the rest into the rules.
 */
function pathsOf({ place, rule }: Options): string[] {
  return place === undefined ? [] : [place, ...rule];
}

async function listWaivers(context: Context<Options>): Promise<ExitCode> {
  const { options, workspace } = context;
  const report = await workspace.waivers().list(pathsOf(options));
  show(context, LIST, report);
  tellAside(context, report);
  if (report.waivers.some(({ excused, isExpired }) => !isExpired && excused.includes(0))) {
    hint(context, 'Remove waivers that excuse nothing: elvar waive --remove-unused --dry-run');
  }
  return exitCode(EXIT.fine, report);
}

async function remove(context: Context<Options>): Promise<ExitCode> {
  const { options, workspace, terminal } = context;
  const files = await workspace.waivers().removeUnused(pathsOf(options), !options.dryRun);
  for (const { path, failed } of files) {
    if (failed !== null) terminal.err(`${visible(path)} was not written: ${visible(failed)}\n`);
  }
  show(context, REMOVED, files);
  if (options.dryRun && files.length > 0) hint(context, 'Run it without --dry-run to change the files.');
  return files.every(({ failed }) => failed === null) ? EXIT.fine : EXIT.incomplete;
}

function reachOf({ below, throughout }: Options): Reach {
  if (below && throughout) throw wrongCall('--below and --throughout cannot be combined');
  return below ? 'below' : throughout ? 'throughout' : 'line';
}

function placeOf(
  place: string, reach: Reach, exists: (path: string) => boolean,
): { file: string; line: number; column: number | null } {
  const parsed = parseFilePlace(place, exists);
  if (parsed !== null) return parsed;
  if (reach !== 'throughout') throw wrongCall(`${visible(place)} names no line`, 'Write FILE:LINE, as elvar check prints it.');
  return { file: place, line: 1, column: null };
}
