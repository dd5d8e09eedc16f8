import { openWorkspace } from '../host/workspace.js';
import { parseCommandLine } from './command-line/parse.js';
import { COMMANDS } from './commands/all.js';
import type { Command, GlobalOptions } from './commands/command.js';
import { EXIT, type ExitCode } from './exit-code.js';
import { watched } from './progress.js';
import { tellError } from './tell-error.js';
import { NARROWEST, styleFor, type Style, type Terminal } from './terminal.js';

/** Runs one command line. Never throws for what users do; everything they see goes through `terminal`. */
export async function runProgram(args: readonly string[], terminal: Terminal): Promise<ExitCode> {
  const style = styleFor(terminal, colorWanted(args));
  try {
    const asked = await parseCommandLine(args, COMMANDS, terminal.columns);
    if ('command' in asked) return await runCommand(asked.command, asked.options, terminal, style);
    terminal.out(asked.printed);
    return EXIT.fine;
  } catch (error) {
    return tellError(error, terminal, style);
  }
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
    return await command.run(
      { options: options as never, workspace, terminal: { ...own, columns: Math.max(NARROWEST, own.columns || 100) }, style },
    );
  } finally {
    end();
  }
}

/** Colours are needed before the command line is parsed, to report mistakes in it. */
function colorWanted(args: readonly string[]): boolean | undefined {
  const last = args.findLast((arg) => arg === '--color' || arg === '--no-color');
  return last === undefined ? undefined : last === '--color';
}
