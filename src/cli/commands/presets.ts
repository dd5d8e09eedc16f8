import type { PresetReport, PresetSummary } from '../../core/cascade/preset-report.js';
import type { PinUpdate } from '../../core/impact/impact-report.js';
import { presetJson, presetsJson } from '../../formats/json/presets.js';
import { EXIT, type ExitCode } from '../exit-code.js';
import { viewPreset, viewPresets } from '../views/presets.js';
import { wrongCall } from '../../host/files/errors.js';
import { visible } from '../../formats/text/visible.js';
import { viewPinUpdate } from '../views/pin-update.js';
import { impactJson } from '../../formats/json/impact.js';
import { exitCode, hint, jsonText, show, tellAside, type Command, type Context, type Formats } from './command.js';

interface Options {
  readonly reference?: string | undefined;
  readonly update: boolean;
  readonly dryRun: boolean;
}

/** What became of an update. */
interface PinOutcome {
  readonly update: PinUpdate;
  readonly written: boolean;
}

/** What newer versions do; people are shown it before anything is pinned. */
const UPDATE: Formats<Options, PinOutcome> = {
  text: () => '',
  json: ({ update: { changes, impact }, written }) =>
    jsonText({ format: 'elvar-pins/1', written, changes, impact: impact === null ? null : impactJson(impact) }),
};

/** What is in a preset. */
const ONE: Formats<Options, PresetReport> = {
  text: (report, { style }) => viewPreset(report, style),
  json: (report) => jsonText(presetJson(report)),
};

/** The built-in presets. */
const LIST: Formats<Options, readonly PresetSummary[]> = {
  text: (presets, { style }) => viewPresets(presets, style),
  json: (presets) => jsonText(presetsJson(presets)),
};

/** `elvar presets`. */
export const PRESETS: Command<Options> = {
  usage: 'presets [reference]',
  about: 'What is in a preset, with everything it adopts?',
  formats: Object.keys(LIST),
  declare: (args) => args
    .positional(
      'reference',
      {
        type: 'string',
        describe: 'elvar:NAME, ./FILE.yaml, npm:PACKAGE, git:URL#REVISION[:PATH] or an https: address; without one, the '
          + 'built-in presets are listed',
      },
    )
    .option('update', {
      type: 'boolean', default: false, describe: 'fetch presets from git and web servers again, and pin them in elvar-lock.yaml',
    })
    .option(
      'dry-run', { type: 'boolean', default: false, describe: 'with --update: show what would change, and change nothing' },
    ) as never,
  examples: [
    ['elvar presets', 'the built-in presets, and what each is for'],
    ['elvar presets ./style/harbour.yaml', 'one preset, with the line that decided each rule'],
  ],
  writes: ({ update, dryRun }) => update && !dryRun,
  run: async (context) => {
    const { options, workspace } = context;
    if (options.update) return update(context);
    if (options.dryRun) throw wrongCall('--dry-run needs --update');
    if (options.reference === undefined) {
      const presets = workspace.presets();
      show(context, LIST, presets);
      hint(context, 'To see what is in one: elvar presets elvar:starter');
      return EXIT.fine;
    }
    const report = workspace.preset(options.reference);
    show(context, ONE, report);
    tellAside(context, report);
    return exitCode(EXIT.fine, report);
  },
};

/** Shows what newer versions of fetched presets would do, then pins them. */
async function update(context: Context<Options>): Promise<ExitCode> {
  const { options, workspace, terminal, style } = context;
  const { update: found, write } = await workspace.updatePins(options.reference === undefined ? [] : [options.reference]);
  // Show what changes before pinning anything.
  if (options.format === 'text') terminal.out(viewPinUpdate(found, options.dryRun, style));
  const failed = options.dryRun || found.changes.length === 0 ? null : await write();
  if (failed !== null) terminal.err(`elvar-lock.yaml was not written: ${visible(failed)}\n`);
  show(context, UPDATE, { update: found, written: !options.dryRun && found.changes.length > 0 && failed === null });
  return failed === null ? EXIT.fine : EXIT.incomplete;
}
