import yargs, { type Argv } from 'yargs';
import { IncompleteError, LayerError, UsageError, UnfitChangeError } from '../host/files/errors.js';
import { openWorkspace } from '../host/workspace.js';
import { CATALOG_COMMAND } from './commands/catalog.js';
import { CHECK } from './commands/check.js';
import { COMPARE } from './commands/compare.js';
import type { Command, GlobalOptions } from './commands/command.js';
import { completionCommand } from './commands/completion.js';
import { DOCTOR } from './commands/doctor.js';
import { EDITOR } from './commands/editor.js';
import { EXPECT } from './commands/expect.js';
import { EXPLAIN } from './commands/explain.js';
import { FIX } from './commands/fix.js';
import { PRESETS } from './commands/presets.js';
import { ACCEPT } from './commands/accept.js';
import { ADOPT } from './commands/adopt.js';
import { GATHER } from './commands/gather.js';
import { HISTORY } from './commands/history.js';
import { IMPACT } from './commands/impact.js';
import { INIT } from './commands/init.js';
import { LEDGER } from './commands/ledger.js';
import { RESOLVE } from './commands/resolve.js';
import { WAIVE } from './commands/waive.js';
import { SET } from './commands/set.js';
import { SCHEMA } from './commands/schema.js';
import { SCOPE } from './commands/scope.js';
import { STATUS } from './commands/status.js';
import { EXIT, type ExitCode } from './exit-code.js';
import { watched } from './progress.js';
import { styleFor, type Style, type Terminal } from './terminal.js';
import { VERSION } from './version.js';
import { tidyHelp } from './tidy-help.js';
import { describeUsageMistake } from './usage-mistakes.js';
import { viewIncomplete } from './views/incomplete.js';
import { viewProblems, viewUnfitChange } from './views/problems.js';
import { visible } from '../formats/text/visible.js';

const ABOUT = 'Elvar composes layered rules for code, explains which rules apply to each file and who decided that, and checks the code.';

/** The global options, shown in one short block below a command's own. */
const EVERYWHERE = `Everywhere:
  --root DIR             the project root; otherwise found by .git, else by the topmost elvar.yaml
  --set RULE=LEVEL       a setting above all layers; also RULE.OPTION=VALUE; may be repeated
  --no-personal          leave your personal layer out
  --today YYYY-MM-DD     the day that decides what has expired
  --even-ignored         include files that patterns exclude
  --no-cache             look at every file, whatever earlier runs found
  --color, --no-color    always or never use colour
  -q, --quiet            the answer only, without hints and progress
  -v, --verbose          more about the run, and a trace if Elvar itself fails
  -h, --help             this text; each command has its own`;

const COMMANDS: readonly Command<never>[] = [INIT, CHECK, EDITOR, GATHER, STATUS, EXPLAIN, HISTORY, FIX, WAIVE, LEDGER, CATALOG_COMMAND, RESOLVE, COMPARE, SCOPE, DOCTOR, IMPACT, SET, EXPECT, ACCEPT, ADOPT, PRESETS, SCHEMA, completionCommand(() => COMMANDS)] as never;

/** Options that mean nothing without a text. */
const NEEDS_TEXT: readonly string[] = ['root', 'today', 'at', 'zone', 'copy'];

/** Runs one command line. Never throws for what users do; everything they see goes through `terminal`. */
export async function runProgram(args: readonly string[], terminal: Terminal): Promise<ExitCode> {
  // The command runs after the command line has been parsed: otherwise yargs would build its help text first.
  let run: () => Promise<ExitCode> = async () => EXIT.fine;
  const color = colorWanted(args);
  const style = styleFor(terminal, color);
  const add = (program: Argv, command: Command<never>): Argv => program.command(
    command.usage,
    command.about,
    (own) => {
      const declared = command.declare(own).option('format', { choices: command.formats, default: command.formats.includes('text') ? 'text' : command.formats[0], describe: 'the output format', ...(command.formatGroup !== undefined && { group: command.formatGroup }) });
      showOwn(declared as Argv, command.redeclares ?? []);
      const described = command.examples.reduce((rest, [line, tells]) => rest.example(line, tells), declared as Argv);
      return described.epilogue(EVERYWHERE).check((options) => checkValues(options, described)) as Argv<GlobalOptions>;
    },
    (options) => {
      run = () => runCommand(command, options as unknown as never, terminal, style);
    },
  );
  const program = COMMANDS.reduce(add, globalOptions(yargs(), terminal.columns, args));
  try {
    let printed = '';
    await program.parse(withoutDashes(args), {}, (_error: unknown, _parsed: unknown, output: string) => {
      printed += output;
    });
    if (printed !== '') terminal.out(`${tidyHelp(printed, helpWidth(terminal.columns))}\n`);
    return await run();
  } catch (error) {
    return tellError(error, terminal, style);
  }
}

/** What follows `--` are names, even with a dash (POSIX, Utility Syntax Guideline 10). The parser would take them for no arguments of the command. */
function withoutDashes(args: readonly string[]): string[] {
  const end = args.indexOf('--');
  return end < 0 ? [...args] : [...args.slice(0, end), ...args.slice(end + 1).map((name) => (name.startsWith('-') ? `./${name}` : name))];
}

/** Shows the global options that a command redefines: yargs would keep them hidden, as it does for all commands, since global options have a block of their own. */
function showOwn(declared: Argv, names: readonly string[]): void {
  const { hiddenOptions } = (declared as unknown as { getOptions: () => { readonly hiddenOptions: string[] } }).getOptions();
  for (const name of names) hiddenOptions.splice(hiddenOptions.indexOf(name), 1);
}

/** Yargs makes a list of any option given twice, and takes `--no-NAME` for any option. */
function checkValues(options: Readonly<Record<string, unknown>>, declared: Argv): true {
  const { array: lists, boolean: switches } = (declared as unknown as { getOptions: () => { readonly array: readonly string[]; readonly boolean: readonly string[] } }).getOptions();
  // The parser gives each option in a second spelling, without hyphens.
  const given = Object.entries(options).filter(([name]) => !/[A-Z]/.test(name));
  const denied = given.find(([name, value]) => !switches.includes(name) && (value === false || (Array.isArray(value) && value.includes(false))));
  if (denied !== undefined) throw new UsageError(`there is no option --no-${denied[0]}\n--${denied[0]} takes a value; leave it out instead.`);
  const blank = given.find(([name, value]) => value === '' && NEEDS_TEXT.includes(name));
  if (blank !== undefined) throw new UsageError(`--${blank[0]} needs a value`);
  const twice = given.find(([name, value]) => name !== '_' && name !== '--' && Array.isArray(value) && !lists.includes(name));
  if (twice !== undefined) throw new UsageError(`--${twice[0]} is given more than once\nGive it only once.`);
  return true;
}

async function runCommand(command: Command<never>, options: GlobalOptions, terminal: Terminal, style: Style): Promise<ExitCode> {
  const { set, personal, root, today, evenIgnored, cache, quiet } = options;
  const { terminal: own, watch, end } = watched(terminal, quiet);
  const workspace = openWorkspace({
    directory: terminal.directory,
    env: terminal.env,
    watch,
    set,
    noPersonal: personal === false,
    noCache: cache === false,
    intake: options.intake ?? [],
    evenIgnored,
    ...(root !== undefined && { root }),
    ...(today !== undefined && { today }),
  });
  try {
    if (command.writes?.(options as never) === true) await workspace.completeEarlier();
    // On a narrower screen, the terminal wraps lines better than a layout for so few columns would.
    return await command.run({ options: options as never, workspace, terminal: { ...own, columns: Math.max(NARROWEST, own.columns || 100) }, style });
  } finally {
    end();
  }
}

/** The narrowest screen that answers and help are laid out for. */
const NARROWEST = 40;

/** The columns that help is laid out for; 0 is a terminal of unknown width. */
function helpWidth(columns: number): number {
  return Math.max(NARROWEST, Math.min(columns, 110));
}

function globalOptions(program: Argv, columns: number, args: readonly string[]): Argv {
  const wantsHelp = args.includes('--help') || args.includes('-h');
  return program
    .scriptName('elvar')
    .locale('en')
    .usage(`${ABOUT}\n\nUsage: elvar <command>`)
    // Global options have a block of their own, below the command's.
    .option('root', { type: 'string', requiresArg: true, hidden: true })
    .option('set', { type: 'string', array: true, nargs: 1, default: [], hidden: true })
    .option('personal', { type: 'boolean', hidden: true })
    .option('today', { type: 'string', requiresArg: true, hidden: true })
    .option('even-ignored', { type: 'boolean', default: false, hidden: true })
    .option('cache', { type: 'boolean', hidden: true })
    .option('color', { type: 'boolean', hidden: true })
    .option('quiet', { type: 'boolean', alias: 'q', default: false, hidden: true })
    .option('verbose', { type: 'boolean', alias: 'v', default: false, hidden: true })
    .version(VERSION)
    .help()
    .alias('help', 'h')
    .hide('help')
    .hide('version')
    .updateStrings({ 'Positionals:': 'Arguments:' })
    .epilogue(EVERYWHERE)
    .strict()
    // An option such as --root.x is an unknown one, not a part of --root.
    .parserConfiguration({ 'dot-notation': false })
    .demandCommand(1, 'Name a command.')
    .exitProcess(false)
    // Yargs lays out its help in every run; wrapping is the expensive part, and is skipped when nobody will read it.
    .wrap(wantsHelp ? helpWidth(columns) : null)
    .fail((message: string | null, error: Error | undefined) => {
      // Yargs reports its own complaints with its own kind of error; all other errors are the program's.
      if (error !== undefined && error.name !== 'YError') throw error;
      throw new UsageError(usageMistake(message ?? error?.message ?? '', program, args));
    });
}

/** What is wrong with the command line, and where to read more. */
function usageMistake(complaint: string, own: Argv, args: readonly string[]): string {
  const names = COMMANDS.map(({ usage }) => usage.split(' ')[0] as string);
  const named = names.find((name) => args.includes(name));
  const usage = COMMANDS.find((command) => command.usage.split(' ')[0] === named)?.usage ?? null;
  const { key } = (own as unknown as { getOptions: () => { readonly key: Readonly<Record<string, unknown>> } }).getOptions();
  // The parser lists positional arguments among the options.
  const places = [...(usage ?? '').matchAll(/[<[](\w+)/g)].map(([, name]) => name);
  const options = Object.keys(key).filter((name) => name.length > 1 && !places.includes(name));
  const what = describeUsageMistake(complaint, { commands: named === undefined ? names : [], options, usage, args });
  return `${what}\nSee elvar ${named === undefined ? '' : `${named} `}--help.`;
}

/** Colours are needed before the command line is parsed, to report mistakes in it. */
function colorWanted(args: readonly string[]): boolean | undefined {
  const last = args.findLast((arg) => arg === '--color' || arg === '--no-color');
  return last === undefined ? undefined : last === '--color';
}

function tellError(error: unknown, terminal: Terminal, style: Style): ExitCode {
  if (error instanceof LayerError) {
    terminal.err(viewProblems(error.problems, error.texts, style));
    return EXIT.wrong;
  }
  if (error instanceof UnfitChangeError) {
    terminal.err(viewUnfitChange(error.problems, style));
    return EXIT.wrong;
  }
  if (error instanceof IncompleteError) {
    terminal.err(viewIncomplete(error.incomplete, style));
    if (error.advice !== null) terminal.err(`  ${error.advice}\n`);
    return EXIT.incomplete;
  }
  if (error instanceof UsageError) {
    const [what, ...advice] = error.message.split('\n');
    terminal.err(`${style.wrong(visible(what ?? ''))}\n${advice.map((line) => `  ${visible(line)}\n`).join('')}`);
    return EXIT.wrong;
  }
  throw error;
}
