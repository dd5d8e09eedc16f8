import yargs, { type Argv } from 'yargs';
import { wrongCall, type UsageError } from '../../host/files/errors.js';
import type { Command, GlobalOptions } from '../commands/command.js';
import { NARROWEST } from '../terminal.js';
import { VERSION } from '../version.js';
import { describeComplaint } from './complaint.js';
import { optionsOf, placesOf, showAgain } from './options-of.js';
import { tidyHelp } from './tidy-help.js';

const ABOUT =
  'Elvar composes layered rules for code, explains which rules apply to each file and who decided that, and checks the code.';

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

/** Options that mean nothing without a text. */
const NEEDS_TEXT: readonly string[] = ['root', 'today', 'at', 'zone', 'copy'];

/** What a command line asks for: help or the version, or a command with its options. */
type CommandLine =
  | { readonly printed: string }
  | { readonly command: Command<never>; readonly options: GlobalOptions };

/**
 * Reads a command line. All that Elvar does with yargs is done here.
 * @param columns how wide help is laid out; 0 is unknown.
 * @throws UsageError if it is wrong.
 */
export async function parseCommandLine(
  args: readonly string[], commands: readonly Command<never>[], columns: number,
): Promise<CommandLine> {
  // The command runs after the command line has been parsed: otherwise yargs would build its help text first.
  let asked: CommandLine | null = null;
  const program = globalOptions(yargs(), columns, args, commands);
  for (const command of commands) {
    program.command(command.usage, command.about, (own) => declared(own, command), (options) => {
      asked = { command, options: options as unknown as GlobalOptions };
    });
  }
  let printed = '';
  await program.parse(withoutDashes(args), {}, (_error: unknown, _parsed: unknown, output: string) => {
    printed += output;
  });
  return asked ?? { printed: printed === '' ? '' : `${tidyHelp(printed, helpWidth(columns))}\n` };
}

function declared(own: Argv, command: Command<never>): Argv<GlobalOptions> {
  const withFormat = command.declare(own).option('format', {
    choices: command.formats,
    default: command.formats.includes('text') ? 'text' : command.formats[0],
    describe: 'the output format',
    ...(command.formatGroup !== undefined && { group: command.formatGroup }),
  }) as Argv;
  showAgain(withFormat, command.redeclares ?? []);
  const described = command.examples.reduce((rest, [line, tells]) => rest.example(line, tells), withFormat);
  return described.epilogue(EVERYWHERE).check((options) => checkValues(options, described)) as unknown as Argv<GlobalOptions>;
}

/**
 * What follows `--` are names, even with a dash (POSIX, Utility Syntax Guideline 10). The parser would take them for no arguments
 * of the command.
 */
function withoutDashes(args: readonly string[]): string[] {
  const end = args.indexOf('--');
  return end < 0
    ? [...args]
    : [...args.slice(0, end), ...args.slice(end + 1).map((name) => (name.startsWith('-') ? `./${name}` : name))];
}

/** Yargs makes a list of any option given twice, and takes `--no-NAME` for any option. */
function checkValues(options: Readonly<Record<string, unknown>>, declared: Argv): true {
  const { lists, switches } = optionsOf(declared);
  // The parser gives each option in a second spelling, without hyphens.
  const given = Object.entries(options).filter(([name]) => !/[A-Z]/.test(name));
  const denied = given.find(([name, value]) =>
    !switches.includes(name) && (value === false || (Array.isArray(value) && value.includes(false))));
  if (denied !== undefined) {
    throw wrongCall(`there is no option --no-${denied[0]}`, `--${denied[0]} takes a value; leave it out instead.`);
  }
  const blank = given.find(([name, value]) => value === '' && NEEDS_TEXT.includes(name));
  if (blank !== undefined) throw wrongCall(`--${blank[0]} needs a value`);
  const twice = given.find(([name, value]) => name !== '_' && name !== '--' && Array.isArray(value) && !lists.includes(name));
  if (twice !== undefined) throw wrongCall(`--${twice[0]} is given more than once`, 'Give it only once.');
  return true;
}

/** The columns that help is laid out for; 0 is a terminal of unknown width. */
function helpWidth(columns: number): number {
  return Math.max(NARROWEST, Math.min(columns, 110));
}

function globalOptions(program: Argv, columns: number, args: readonly string[], commands: readonly Command<never>[]): Argv {
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
      throw mistakeIn(args, message ?? error?.message ?? '', program, commands);
    });
}

/** What is wrong with the command line, and where to read more. */
function mistakeIn(args: readonly string[], complaint: string, program: Argv, commands: readonly Command<never>[]): UsageError {
  const names = commands.map(({ usage }) => usage.split(' ')[0] as string);
  const named = names.find((name) => args.includes(name));
  const usage = commands.find((command) => command.usage.split(' ')[0] === named)?.usage ?? null;
  // The parser lists positional arguments among the options.
  const places = placesOf(usage ?? '');
  const options = optionsOf(program).names.filter((name) => name.length > 1 && !places.includes(name));
  const { what, advice } = describeComplaint(complaint, { commands: named === undefined ? names : [], options, usage, args });
  const more = `See elvar ${named === undefined ? '' : `${named} `}--help.`;
  return wrongCall(what, advice === null ? more : `${advice}\n${more}`);
}
