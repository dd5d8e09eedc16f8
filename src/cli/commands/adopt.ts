import path from 'node:path';
import { wrongCall } from '../../host/files/errors.js';
import { VERSION } from '../version.js';
import type { Command } from './command.js';
import { carryOut, EDIT_FORMATS, targetOf, type EditOptions } from './rule-edit.js';

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
  about: 'Adopt a preset, after showing what it does.',
  formats: Object.keys(EDIT_FORMATS),
  declare: (args) => args
    .positional('preset', { type: 'string', demandOption: true, describe: 'elvar:NAME, ./FILE.yaml, npm:PACKAGE' })
    .option('only', {
      type: 'string',
      array: true,
      nargs: 1,
      default: [],
      describe: 'only these rules of it: a rule, concern/* or tag:NAME; may be repeated',
    })
    .option('except', { type: 'string', array: true, nargs: 1, default: [], describe: 'all except these; may be repeated' })
    .option('copy', { type: 'string', requiresArg: true, describe: 'copy it to this path, and adopt the copy instead' })
    .option('title', { type: 'string', requiresArg: true, describe: 'with --copy: the title of the copy' })
    .option('about', { type: 'string', requiresArg: true, describe: 'with --copy: the description of the copy' })
    .option(
      'at', { type: 'string', requiresArg: true, describe: 'the directory whose layer file is changed; the root by default' },
    )
    .option('zone', { type: 'string', requiresArg: true, describe: 'a zone of that file' })
    .option('dry-run', { type: 'boolean', default: false, describe: 'show what would change, and change nothing' }) as never,
  examples: [
    [
      "elvar adopt elvar:starter --copy style/ours.yaml --title 'Harbour rules' --dry-run",
      'your own copy of a preset, which you can change',
    ],
    ['elvar adopt elvar:sound --dry-run', 'what a preset would do'],
    ["elvar adopt elvar:lean --only 'size/*' --at services/tides --dry-run", 'part of one, for a directory'],
  ],
  writes: ({ dryRun }) => !dryRun,
  run: async (context) => {
    const { options, workspace, terminal } = context;
    const { preset, only, except, at, zone = null, copy, title = null, about = null } = options;
    if (copy === undefined && (title !== null || about !== null)) throw wrongCall('--title and --about need --copy');
    if (copy !== undefined && (zone !== null || only.length + except.length > 0)) {
      throw wrongCall('--copy copies the whole preset, and cannot be combined with --zone, --only or --except');
    }
    const target = targetOf(options, false, workspace.root);
    // The layer file needs a path relative to itself, whatever directory it was typed in.
    const file = /^\.{1,2}\//.test(preset)
      ? path.relative(path.resolve(terminal.directory, at ?? workspace.root), path.resolve(terminal.directory, preset))
        .split(path.sep)
        .join('/')
      : null;
    const use = file === null ? preset : file.startsWith('../') ? file : `./${file}`;
    if (copy !== undefined) {
      return carryOut(context, await workspace.rules().copy(use, copy, { title, about, origin: `Elvar ${VERSION}` }, target));
    }
    return carryOut(context, await workspace.rules().adopt({ use, only, except }, zone, target));
  },
};
