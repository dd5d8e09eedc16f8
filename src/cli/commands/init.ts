import type { Choices, NewFile, Survey } from '../../host/desks/survey.js';
import { UsageError } from '../../host/files/errors.js';
import { EXIT } from '../exit-code.js';
import { visible } from '../../formats/text/visible.js';
import { viewSurvey, viewWritten } from '../views/init.js';
import { hint, printJson, type Command } from './command.js';

interface Options {
  readonly yes: boolean;
  readonly dryRun: boolean;
}

/** `elvar init`. */
export const INIT: Command<Options> = {
  usage: 'init',
  about: 'How do I start? Looks at the project, asks a few questions, and writes elvar.yaml.',
  formats: ['text', 'json'],
  declare: (args) => args
    .option('yes', { type: 'boolean', default: false, describe: 'accept every default without asking' })
    .option('dry-run', { type: 'boolean', default: false, describe: 'show what would be written, and write nothing' }) as never,
  examples: [['elvar init --yes', 'start with what nearly every team wants']],
  writes: ({ dryRun }) => !dryRun,
  run: async (context) => {
    const { options, workspace, terminal, style } = context;
    if (!options.yes && !terminal.isTerminal) throw new UsageError('init asks questions, but this is not a terminal\nUse --yes to accept every default.');
    const beginning = await import('../../host/desks/survey.js');
    const found = await beginning.survey(workspace.session, workspace.root);
    const isText = options.format !== 'json';
    if (isText) terminal.out(viewSurvey(found, style));
    // Load the prompt package only if there is something to ask.
    const choices = options.yes ? defaultsOf(found) : await (await import('../questions.js')).ask(found);
    const files = beginning.filesFor(found, choices, workspace.root);
    const outcome = await beginning.tryFiles(workspace.session, workspace.root, files);
    const failed = options.dryRun ? null : await beginning.writeFiles(workspace.session, files);
    if (failed !== null) terminal.err(`Not written: ${visible(failed)}\n`);
    if (!isText) printJson(context, initJson(found, files, outcome, !options.dryRun && failed === null));
    else if (failed === null) terminal.out(viewWritten(files, outcome, options.dryRun, style));
    hint(context, outcome.findings > 0 ? 'See the findings: elvar check. Excuse what is old: elvar ledger take' : 'See all rules: elvar catalog');
    return failed === null ? EXIT.fine : EXIT.incomplete;
  },
};

function defaultsOf({ presets }: Survey): Choices {
  return { presets: presets.filter(({ isUsual }) => isUsual).map(({ reference }) => reference), tests: true, foreign: true, editorConfig: true };
}

/** `elvar-init/1`. */
function initJson({ languages, bytes, largest, presets, tests, foreign, editorConfig }: Survey, files: readonly NewFile[], outcome: object, written: boolean): object {
  return { format: 'elvar-init/1', written, languages, bytes, largest, presets, tests, foreign, editorConfig, files, outcome };
}
