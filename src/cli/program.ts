import yargs, { type Argv } from 'yargs';
import { LayerError, UsageError } from '../host/errors.js';
import { openWorkspace } from '../host/workspace.js';
import { CATALOG_COMMAND } from './commands/catalog.js';
import { CHECK } from './commands/check.js';
import { COMPARE } from './commands/compare.js';
import type { Command, GlobalOptions } from './commands/command.js';
import { DOCTOR } from './commands/doctor.js';
import { EXPLAIN } from './commands/explain.js';
import { FIX } from './commands/fix.js';
import { PRESETS } from './commands/presets.js';
import { ADOPT } from './commands/adopt.js';
import { IMPACT } from './commands/impact.js';
import { INIT } from './commands/init.js';
import { LEDGER } from './commands/ledger.js';
import { RESOLVE } from './commands/resolve.js';
import { WAIVE } from './commands/waive.js';
import { SET } from './commands/set.js';
import { SCOPE } from './commands/scope.js';
import { EXIT, type ExitCode } from './exit-code.js';
import { watched } from './progress.js';
import { styleFor, type Style, type Terminal } from './terminal.js';
import { VERSION } from './version.js';
import { viewProblems } from './views/problems.js';
import { visible } from '../formats/text/visible.js';

const ABOUT = `elvar: composes layered rules for code, explains which hold for every file and who decided that, and checks the code.

Usage: elvar <command>`;

/** Runs one command line. Never throws for what users do; everything they see goes through `terminal`. */
export async function runProgram(args: readonly string[], terminal: Terminal): Promise<ExitCode> {
  // What is to be run is run after the command line has been parsed: while a command runs, yargs would make its help text.
  let run: () => Promise<ExitCode> = async () => EXIT.fine;
  const color = colorWanted(args);
  const style = styleFor(terminal, color);
  const add = <Options>(program: Argv, command: Command<Options>): Argv => program.command(
    command.usage,
    command.about,
    (own) => {
      const declared = command.declare(own).option('format', { choices: command.formats, default: 'text', describe: 'how the answer is written' });
      const described = command.examples.reduce((rest, [line, tells]) => rest.example(line, tells), declared as Argv);
      return described.check((options) => checkOnce(options, described)) as Argv<Options & GlobalOptions>;
    },
    (options) => {
      run = () => runCommand(command, options as unknown as Options & GlobalOptions, terminal, style);
    },
  );
  let program = add(globalOptions(yargs(), terminal.columns, args.includes('--help')), INIT);
  program = add(program, CHECK);
  program = add(program, EXPLAIN);
  program = add(program, FIX);
  program = add(program, WAIVE);
  program = add(program, LEDGER);
  program = add(program, CATALOG_COMMAND);
  program = add(program, RESOLVE);
  program = add(program, COMPARE);
  program = add(program, SCOPE);
  program = add(program, DOCTOR);
  program = add(program, IMPACT);
  program = add(program, SET);
  program = add(program, ADOPT);
  program = add(program, PRESETS);
  try {
    let printed = '';
    await program.parse([...args], {}, (_error: unknown, _parsed: unknown, output: string) => {
      printed += output;
    });
    if (printed !== '') terminal.out(`${printed}\n`);
    return await run();
  } catch (error) {
    return tellError(error, terminal, style);
  }
}

/** Yargs makes a list of what is given twice, whatever it is. */
function checkOnce(options: Readonly<Record<string, unknown>>, declared: Argv): true {
  const { array: lists } = (declared as unknown as { getOptions: () => { readonly array: readonly string[] } }).getOptions();
  const twice = Object.entries(options).find(([name, value]) => name !== '_' && name !== '--' && Array.isArray(value) && !lists.includes(name));
  if (twice !== undefined) throw new UsageError(`--${twice[0]} is given more than once\nSay it once.`);
  return true;
}

async function runCommand<Options>(command: Command<Options>, options: Options & GlobalOptions, terminal: Terminal, style: Style): Promise<ExitCode> {
  const { set, personal, root, today, evenIgnored, quiet } = options;
  const { terminal: own, watch, end } = watched(terminal, quiet);
  const workspace = openWorkspace({
    directory: terminal.directory,
    env: terminal.env,
    watch,
    set,
    noPersonal: personal === false,
    evenIgnored,
    ...(root !== undefined && { root }),
    ...(today !== undefined && { today }),
  });
  try {
    return await command.run({ options, workspace, terminal: own, style });
  } finally {
    end();
  }
}

function globalOptions(program: Argv, columns: number, wantsHelp: boolean): Argv {
  return program
    .scriptName('elvar')
    .locale('en')
    .usage(ABOUT)
    .option('root', { type: 'string', requiresArg: true, describe: 'the project root; else the nearest directory with .git, else the topmost with elvar.yaml' })
    .option('set', {
      type: 'string', array: true, nargs: 1, default: [],
      describe: "a setting above all layers, 'SELECTOR=LEVEL' or 'RULE.OPTION=VALUE'; may be repeated",
    })
    .option('personal', { type: 'boolean', describe: 'read the personal layer; --no-personal leaves it out' })
    .option('today', { type: 'string', requiresArg: true, describe: 'the day on which rulings expire or not, YYYY-MM-DD' })
    .option('even-ignored', { type: 'boolean', default: false, describe: 'look at files too that ignore patterns or scope.include leave out' })
    .option('color', { type: 'boolean', describe: 'colours, whatever the output goes to; --no-color for none' })
    .option('quiet', { type: 'boolean', default: false, describe: 'results only, no hints' })
    .option('verbose', { type: 'boolean', default: false, describe: 'tell the project root too' })
    .version(VERSION)
    .help()
    .strict()
    .demandCommand(1, 'Name a command.')
    .recommendCommands()
    .exitProcess(false)
    // Yargs lays its help out for every command; wrapping is the dear part of that, and is left out where nobody reads it.
    .wrap(wantsHelp ? Math.min(columns, 110) : null)
    .fail((message: string | null, error: Error | undefined) => {
      // What yargs itself finds wrong comes with an error of its own kind; all other errors are the program's.
      if (error !== undefined && error.name !== 'YError') throw error;
      throw new UsageError(`${message ?? error?.message}\nRun elvar --help, or elvar check --help, to see what there is.`);
    });
}

/** Colours are needed before the command line is parsed, for what is wrong with it. */
function colorWanted(args: readonly string[]): boolean | undefined {
  const last = args.findLast((arg) => arg === '--color' || arg === '--no-color');
  return last === undefined ? undefined : last === '--color';
}

function tellError(error: unknown, terminal: Terminal, style: Style): ExitCode {
  if (error instanceof LayerError) {
    terminal.err(viewProblems(error.problems, error.texts, style));
    return EXIT.wrong;
  }
  if (error instanceof UsageError) {
    const [what, ...advice] = error.message.split('\n');
    terminal.err(`${style.wrong(visible(what ?? ''))}\n${advice.map((line) => `  ${visible(line)}\n`).join('')}`);
    return EXIT.wrong;
  }
  throw error;
}
