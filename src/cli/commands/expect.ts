import type { Command } from './command.js';
import { carryOut, EDIT_FORMATS, targetOf, type EditOptions } from './rule-edit.js';

interface Options extends EditOptions {
  readonly path: string;
  readonly rule: string;
  readonly because?: string | undefined;
}

/** `elvar expect`. */
export const EXPECT: Command<Options> = {
  usage: 'expect <path> <rule>',
  about: 'Rely on what holds now: a change that weakens it is reported before it is merged.',
  formats: Object.keys(EDIT_FORMATS),
  declare: (args) => args
    .positional('path', { type: 'string', demandOption: true, describe: 'a file (it need not exist yet) or a directory' })
    .positional('rule', { type: 'string', demandOption: true, describe: 'a rule, concern/*, tag:NAME or *' })
    .option('because', { type: 'string', requiresArg: true, describe: 'the reason; whoever breaks the expectation reads it' })
    .option(
      'at', { type: 'string', requiresArg: true, describe: 'the directory whose layer file is changed; the root by default' },
    )
    .option('dry-run', { type: 'boolean', default: false, describe: 'show what would be written, and write nothing' }) as never,
  examples: [
    [
      "elvar expect services 'safety/secret-literal' --because 'the auditors ask for it' --dry-run",
      'a level that no file of a directory may fall below',
    ],
    [
      'elvar expect services/berths/src/plan.ts text/line-width --dry-run',
      'one rule for one file, with the options that layers have set',
    ],
  ],
  writes: ({ dryRun }) => !dryRun,
  run: async (context) => {
    const { options, workspace } = context;
    const { path, rule, because = null } = options;
    const { root } = workspace;
    targetOf(options, false, root);
    return carryOut(
      context,
      await workspace.rules().expect({ path, selector: rule, because }, { kind: 'directory', directory: options.at ?? root }),
    );
  },
};
