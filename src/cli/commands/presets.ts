import { presetJson, presetsJson } from '../../formats/json/presets.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { viewPreset, viewPresets } from '../views/presets.js';
import { UsageError } from '../../host/files/errors.js';
import { visible } from '../../formats/text/visible.js';
import { viewPinUpdate } from '../views/pin-update.js';
import { impactJson } from '../../formats/json/impact.js';
import { exitCode, hint, printJson, tellAside, type Command, type Context } from './command.js';

interface Options {
  readonly reference?: string | undefined;
  readonly update: boolean;
  readonly dryRun: boolean;
}

/** `elvar presets`. */
export const PRESETS: Command<Options> = {
  usage: 'presets [reference]',
  about: 'What is in a preset, with everything it adopts?',
  formats: ['text', 'json'],
  declare: (args) => args
    .positional('reference', { type: 'string', describe: 'elvar:NAME, ./FILE.yaml, npm:PACKAGE, git:URL#REVISION[:PATH] or an https: address; without one, the built-in presets are listed' })
    .option('update', { type: 'boolean', default: false, describe: 'fetch presets from git and web servers again, and pin them in elvar-lock.yaml' })
    .option('dry-run', { type: 'boolean', default: false, describe: 'with --update: show what would change, and change nothing' }) as never,
  examples: [
    ['elvar presets', 'the built-in presets, and what each is for'],
    ['elvar presets ./style/harbour.yaml', 'one preset, with the line that decided each rule'],
  ],
  writes: ({ update, dryRun }) => update && !dryRun,
  run: async (context) => {
    const { options, workspace, terminal, style } = context;
    if (options.update) return update(context);
    if (options.dryRun) throw new UsageError('--dry-run needs --update');
    if (options.reference === undefined) {
      const presets = workspace.presets();
      if (options.format === 'json') printJson(context, presetsJson(presets));
      else terminal.out(viewPresets(presets, style));
      hint(context, 'To see what is in one: elvar presets elvar:starter');
      return EXIT.fine;
    }
    const report = workspace.preset(options.reference);
    if (options.format === 'json') printJson(context, presetJson(report));
    else terminal.out(viewPreset(report, style));
    tellAside(context, report);
    return exitCode(EXIT.fine, report);
  },
};

/** Shows what newer versions of fetched presets would do, then pins them. */
async function update(context: Context<Options>): Promise<ExitCode> {
  const { options, workspace, terminal, style } = context;
  const { update: found, write } = await workspace.updatePins(options.reference === undefined ? [] : [options.reference]);
  const isText = options.format !== 'json';
  // Show what changes before pinning anything.
  if (isText) terminal.out(viewPinUpdate(found, options.dryRun, style));
  const failed = options.dryRun || found.changes.length === 0 ? null : await write();
  if (failed !== null) terminal.err(`elvar-lock.yaml was not written: ${visible(failed)}\n`);
  if (!isText) printJson(context, { format: 'elvar-pins/1', written: !options.dryRun && found.changes.length > 0 && failed === null, changes: found.changes, impact: found.impact === null ? null : impactJson(found.impact) });
  return failed === null ? EXIT.fine : EXIT.incomplete;
}
