import type { Choices, NewFile, Outcome, Survey } from '../../host/desks/survey.js';
import { wrongCall } from '../../host/files/errors.js';
import { EXIT } from '../exit-code.js';
import { visible } from '../../formats/text/visible.js';
import { viewSurvey, viewWritten } from '../views/init.js';
import { hint, jsonText, show, type Command, type Formats } from './command.js';

interface Options {
  readonly yes: boolean;
  readonly dryRun: boolean;
}

/** A project with its first layer file. */
interface Begun {
  readonly found: Survey;
  readonly files: readonly NewFile[];
  readonly outcome: Outcome;
  /** Why it was not written; null if it was, or was not supposed to be. */
  readonly failed: string | null;
}

/** What was written, or would be; people have been told what was found before they were asked. */
const FORMATS: Formats<Options, Begun> = {
  text: ({ files, outcome, failed }, { options, style }) => (failed === null
    ? viewWritten(files, outcome, options.dryRun, style)
    : ''),
  json: ({ found, files, outcome, failed }, { options }) =>
    jsonText(initJson(found, files, outcome, !options.dryRun && failed === null)),
};

/** `elvar init`. */
export const INIT: Command<Options> = {
  usage: 'init',
  about: 'How do I start? Looks at the project, asks a few questions, and writes elvar.yaml.',
  formats: Object.keys(FORMATS),
  declare: (args) => args
    .option('yes', { type: 'boolean', default: false, describe: 'accept every default without asking' })
    .option('dry-run', { type: 'boolean', default: false, describe: 'show what would be written, and write nothing' }) as never,
  examples: [['elvar init --yes', 'start with what nearly every team wants']],
  writes: ({ dryRun }) => !dryRun,
  run: async (context) => {
    const { options, workspace, terminal, style } = context;
    if (!options.yes && !terminal.isTerminal) {
      throw wrongCall('init asks questions, but this is not a terminal', 'Use --yes to accept every default.');
    }
    const desk = await import('../../host/desks/survey.js');
    const found = await desk.survey(workspace.session, workspace.root);
    if (options.format === 'text') terminal.out(viewSurvey(found, style));
    // Load the prompt package only if there is something to ask.
    const choices = options.yes ? defaultsOf(found) : await (await import('../questions.js')).ask(found);
    const files = desk.filesFor(found, choices, workspace.root);
    const outcome = await desk.tryFiles(workspace.session, workspace.root, files);
    const failed = options.dryRun ? null : await desk.writeFiles(workspace.session, files);
    if (failed !== null) terminal.err(`Not written: ${visible(failed)}\n`);
    show(context, FORMATS, { found, files, outcome, failed });
    hint(context, outcome.findings > 0
      ? 'See the findings: elvar check. Excuse what is old: elvar ledger take'
      : 'See all rules: elvar catalog');
    return failed === null ? EXIT.fine : EXIT.incomplete;
  },
};

function defaultsOf({ presets }: Survey): Choices {
  return {
    presets: presets.filter(({ isUsual }) => isUsual).map(({ reference }) => reference),
    tests: true,
    foreign: true,
    editorConfig: true,
  };
}

/** `elvar-init/1`. */
function initJson(
  { languages, bytes, largest, presets, tests, foreign, editorConfig }: Survey,
  files: readonly NewFile[],
  outcome: object,
  written: boolean,
): object {
  return { format: 'elvar-init/1', written, languages, bytes, largest, presets, tests, foreign, editorConfig, files, outcome };
}
