import path from 'node:path';
import { UsageError } from '../../host/errors.js';
import { VERSION } from '../version.js';
import type { Command } from './command.js';
import { carryOut, targetOf, type EditOptions } from './rule-edit.js';

interface Options extends EditOptions {
  readonly preset: string;
  readonly only: readonly string[];
  readonly except: readonly string[];
  readonly copy?: string | undefined;
  readonly title?: string | undefined;
  readonly about?: string | undefined;
}

/** `elvar adopt`. */
export const ADOPT: Command<Options> = {
  usage: 'adopt <preset>',
  about: 'Adopt a preset, after telling what it does.',
  formats: ['text', 'json'],
  declare: (args) => args
    .positional('preset', { type: 'string', demandOption: true, describe: 'elvar:NAME, ./FILE.yaml, npm:PACKAGE' })
    .option('only', { type: 'string', array: true, nargs: 1, default: [], describe: 'these rules of it alone: a rule, concern/* or tag:NAME; may be repeated' })
    .option('except', { type: 'string', array: true, nargs: 1, default: [], describe: 'all but these; may be repeated' })
    .option('copy', { type: 'string', requiresArg: true, describe: 'make it a file of your own at this path, and adopt that in its place' })
    .option('title', { type: 'string', requiresArg: true, describe: 'with --copy: its title from then on' })
    .option('about', { type: 'string', requiresArg: true, describe: 'with --copy: what it is about from then on' })
    .option('at', { type: 'string', requiresArg: true, describe: 'the directory whose layer file is meant; the root where none is named' })
    .option('zone', { type: 'string', requiresArg: true, describe: 'the zone of that file it is for' })
    .option('dry-run', { type: 'boolean', default: false, describe: 'tell what would change, and change nothing' }) as never,
  examples: [
    ["elvar adopt elvar:starter --copy style/ours.yaml --title 'Harbour rules' --dry-run", 'a preset that cannot be changed becomes a file that can'],
    ['elvar adopt elvar:sound --dry-run', 'what a preset would do, and the line that adopts it'],
    ["elvar adopt elvar:lean --only 'size/*' --at services/tides --dry-run", 'a part of one, for a directory'],
  ],
  run: async (context) => {
    const { options, workspace, terminal } = context;
    const { preset, only, except, at, zone = null, copy, title = null, about = null } = options;
    if (copy === undefined && (title !== null || about !== null)) throw new UsageError('--title and --about go with --copy');
    if (copy !== undefined && (zone !== null || only.length + except.length > 0)) throw new UsageError('--copy takes all of a preset over, and goes with neither --zone nor --only nor --except');
    const target = targetOf(options, false, workspace.root);
    // A path is written as seen from the file that adopts it, whatever directory it was typed in.
    const file = /^\.{1,2}\//.test(preset) ? path.relative(path.resolve(terminal.directory, at ?? workspace.root), path.resolve(terminal.directory, preset)).split(path.sep).join('/') : null;
    const use = file === null ? preset : file.startsWith('../') ? file : `./${file}`;
    if (copy !== undefined) return carryOut(context, await workspace.rules().copy(use, copy, { title, about, origin: `Elvar ${VERSION}` }, target));
    return carryOut(context, await workspace.rules().adopt({ use, only, except }, zone, target));
  },
};
