import { presetJson, presetsJson } from '../../formats/json/presets.js';
import { EXIT } from '../exit-code.js';
import { viewPreset, viewPresets } from '../views/presets.js';
import { exitCode, hint, printJson, tellAside, type Command } from './command.js';

interface Options {
  readonly reference?: string | undefined;
}

/** `elvar presets`. */
export const PRESETS: Command<Options> = {
  usage: 'presets [reference]',
  about: 'What is in this preset, once everything it adopts is merged?',
  formats: ['text', 'json'],
  declare: (args) => args
    .positional('reference', { type: 'string', describe: 'elvar:NAME, ./FILE.yaml or npm:PACKAGE; without one, the built-in presets are listed' }),
  examples: [
    ['elvar presets', 'the presets that come with Elvar, and what each is for'],
    ['elvar presets ./style/harbour.yaml', 'one preset flattened, with the line that decided each rule'],
  ],
  run: (context) => {
    const { options, workspace, terminal, style } = context;
    if (options.reference === undefined) {
      const presets = workspace.presets();
      if (options.format === 'json') printJson(context, presetsJson(presets));
      else terminal.out(viewPresets(presets, style));
      hint(context, 'What is in one of them: elvar presets elvar:starter');
      return EXIT.fine;
    }
    const report = workspace.preset(options.reference);
    if (options.format === 'json') printJson(context, presetJson(report));
    else terminal.out(viewPreset(report, style));
    tellAside(context, report);
    return exitCode(EXIT.fine, report);
  },
};
