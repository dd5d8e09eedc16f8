import { parseDocument } from 'yaml';
import type { Permission } from '../../core/model/freedom.js';
import type { GuardKind } from '../../core/model/layer.js';
import { isLevel, LEVELS } from '../../core/model/level.js';
import { nearLevel } from '../../core/layers/parse/near-level.js';
import type { RulingChange } from '../../core/layers/edit/edit-layer.js';
import { wrongCall } from '../../host/files/errors.js';
import type { Command } from './command.js';
import { carryOut, EDIT_FORMATS, targetOf, type EditOptions } from './rule-edit.js';

interface Options extends EditOptions {
  readonly selector: string;
  readonly level?: string | undefined;
  readonly option: readonly string[];
  readonly remove: boolean;
  readonly guard?: GuardKind | undefined;
  readonly waivers?: Permission | undefined;
  readonly fix?: Permission | undefined;
  readonly ledger?: Permission | undefined;
  readonly because?: string | undefined;
  readonly until?: string | undefined;
}

/** `elvar set`. */
export const SET: Command<Options> = {
  usage: 'set <selector> [level]',
  about: 'Change a rule in the right layer file, after showing what that does.',
  formats: Object.keys(EDIT_FORMATS),
  redeclares: ['personal'],
  declare: (args) => args
    .positional('selector', { type: 'string', demandOption: true, describe: 'a rule, concern/*, tag:NAME or *' })
    .positional('level', { type: 'string', describe: `one of ${LEVELS.join(', ')}` })
    .option('option', {
      type: 'string',
      array: true,
      nargs: 1,
      default: [],
      describe: 'NAME=VALUE; lists as [a, b] or { add: [a] }; may be repeated',
    })
    .option('remove', { type: 'boolean', default: false, describe: 'remove the ruling' })
    .option(
      'at', { type: 'string', requiresArg: true, describe: 'the directory whose layer file is changed; the root by default' },
    )
    .option('zone', { type: 'string', requiresArg: true, describe: 'a zone of that file' })
    .option('personal', { type: 'boolean', describe: 'change your personal layer file instead' })
    .option(
      'guard', { choices: ['no-weaker', 'fixed', 'none'], describe: 'whether other files may weaken it, or change it at all' },
    )
    .option('waivers', { choices: ['allow', 'refuse'], describe: 'whether comments may excuse what it finds' })
    .option('fix', { choices: ['allow', 'refuse'], describe: 'whether what it finds is repaired' })
    .option('ledger', { choices: ['allow', 'refuse'], describe: 'whether entries of the ledger may excuse what it finds' })
    .option('because', { type: 'string', requiresArg: true, describe: 'the reason, for whoever reads the file' })
    .option('until', { type: 'string', requiresArg: true, describe: 'the last day on which it applies, YYYY-MM-DD' })
    .option('dry-run', { type: 'boolean', default: false, describe: 'show what would change, and change nothing' }) as never,
  examples: [
    ["elvar set slips/* error --because 'they were repaired in autumn' --dry-run", 'a concern, for the whole project'],
    [
      "elvar set text/line-width --option max=100 --at services/tides --because 'the team wants it' --dry-run",
      'an option, for one directory',
    ],
    ['elvar set size/* note --zone tests --dry-run', 'in a zone of the root'],
  ],
  writes: ({ dryRun }) => !dryRun,
  run: async (context) => {
    const { options, workspace } = context;
    const { selector, zone = null, remove } = options;
    const change = changeOf(options);
    if (remove && Object.keys(change).length > 0) {
      throw wrongCall('--remove removes the ruling, and cannot be combined with other changes');
    }
    if (!remove && Object.keys(change).length === 0) {
      throw wrongCall(`say how to set ${selector}: a level, or --option NAME=VALUE`);
    }
    const target = targetOf(options, options.personal === true, workspace.root);
    return carryOut(context, await workspace.rules().set({ selector, change: remove ? 'remove' : change, zone }, target));
  },
};

function changeOf({ level, option, guard, waivers, fix, ledger, because, until }: Options): RulingChange {
  if (level !== undefined && !isLevel(level)) {
    const near = nearLevel(level);
    throw wrongCall(`${level} is not a level`, near === null ? `There are: ${LEVELS.join(', ')}` : `Did you mean ${near}?`);
  }
  const values = option.map(readOption);
  return {
    ...(level !== undefined && isLevel(level) && { level }), ...(values.length > 0 && { options: Object.fromEntries(values) }),
    ...(guard !== undefined && { guard }),
    ...(waivers !== undefined && { waivers }),
    ...(fix !== undefined && { fix }),
    ...(ledger !== undefined && { ledger }),
    ...(because !== undefined && { because }),
    ...(until !== undefined && { until }),
  };
}

function readOption(text: string): [name: string, value: unknown] {
  const equals = text.indexOf('=');
  const document = parseDocument(text.slice(equals + 1), { logLevel: 'silent' });
  if (equals <= 0 || document.errors.length > 0) {
    throw wrongCall(`--option ${text} sets nothing`, `Write NAME=VALUE, such as max=80 or known='{ add: [quay] }'.`);
  }
  return [text.slice(0, equals), document.toJS({ maxAliasCount: 0 }) as unknown];
}
