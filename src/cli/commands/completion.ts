import { LEVELS } from '../../core/model/level.js';
import { LayerError, UsageError } from '../../host/files/errors.js';
import type { Workspace } from '../../host/workspace.js';
import { optionsOfCommand } from '../command-line/options-of.js';
import { EXIT } from '../exit-code.js';
import { SCRIPTS, SHELLS, type Shell } from '../shell-scripts.js';
import type { Command } from './command.js';

/** What the command line asks for. */
interface Options {
  readonly shell: Shell | 'words';
  readonly line?: string | undefined;
}

/** What follows a command, by its place: rules, presets, or paths, which the shell itself completes. */
const ARGUMENTS: Readonly<Record<string, readonly ('rule' | 'preset' | 'path')[]>> = {
  explain: ['path', 'rule'], catalog: ['rule'], set: ['rule', 'path'], adopt: ['preset'], presets: ['preset'], waive: [
    'path', 'rule', 'rule', 'rule',
  ],
};

/** What follows an option. */
const VALUES: Readonly<Record<string, 'rule' | 'preset' | 'set'>> = {
  rule: 'rule', set: 'set', preset: 'preset', only: 'rule', except: 'rule',
};

/** `elvar completion`. @param commands all commands, this one among them. */
export function completionCommand(commands: () => readonly Command<never>[]): Command<Options> {
  return {
    usage: 'completion <shell> [line]',
    about: 'Print a script that completes commands, options, rules and presets in a shell.',
    formats: ['text'],
    declare: (args) => args
      .positional('shell', {
        choices: [...SHELLS, 'words'],
        demandOption: true,
        describe: 'the shell; words is for these scripts: it prints what can follow a line',
      })
      .positional('line', { type: 'string', describe: 'words: the line up to the cursor' }) as never,
    examples: [
      ['source <(elvar completion bash)', 'in bash, or in ~/.bashrc'],
      ['elvar completion fish | source', 'in fish'],
    ],
    run: async ({ options: { shell, line = '' }, workspace, terminal }) => {
      terminal.out(
        shell === 'words' ? candidates(line, commands(), workspace).map((word) => `${word}\n`).join('') : SCRIPTS[shell],
      );
      return EXIT.fine;
    },
  };
}

/** What can stand for the last word of a line; none where the shell completes paths. */
function candidates(line: string, commands: readonly Command<never>[], workspace: Workspace): string[] {
  const words = line.trimStart().split(/\s+/).slice(1);
  const current = words.at(-1) ?? '';
  const names = commands.map(({ usage }) => usage.split(' ')[0] as string);
  const [name] = words;
  if (words.length <= 1 || name === undefined) return startingWith(current, names);
  const command = commands[names.indexOf(name)];
  if (command === undefined) return [];
  const { keys, choices } = completedOptions(command);
  const before = words.at(-2) ?? '';
  const values = before.startsWith('--') ? valuesOfOption(before.slice(2), choices, workspace) : null;
  if (values !== null) return startingWith(current, values);
  if (current.startsWith('-')) return startingWith(current, keys.map((key) => `--${key}`));
  const place = words.slice(1, -1).filter((word) => !word.startsWith('-')).length;
  if (choices['action'] !== undefined && place === 0) return startingWith(current, choices['action']);
  const argument = ARGUMENTS[name]?.[place];
  return argument === undefined || argument === 'path' ? [] : startingWith(current, valuesOf(argument, workspace));
}

/** What can be the value of an option; null if nobody knows, or it has none. */
function valuesOfOption(
  option: string, choices: Readonly<Record<string, readonly string[]>>, workspace: Workspace,
): readonly string[] | null {
  const wanted = VALUES[option];
  return choices[option] ?? (wanted === undefined ? null : valuesOf(wanted, workspace));
}

/** The options of a command, and the values of those that have a choice. */
function completedOptions(
  command: Command<never>,
): { readonly keys: readonly string[]; readonly choices: Readonly<Record<string, readonly string[]>> } {
  const { names, choices } = optionsOfCommand(command);
  return { keys: [...new Set([...names, ...EVERYWHERE])], choices: { ...choices, format: command.formats } };
}

/** The options of every command. */
const EVERYWHERE = ['format', 'root', 'set', 'no-personal', 'today', 'even-ignored', 'no-cache', 'quiet', 'verbose', 'help'];

function valuesOf(wanted: 'rule' | 'preset' | 'set', workspace: Workspace): string[] {
  try {
    if (wanted === 'preset') return workspace.presets().map(({ reference }) => reference);
    const { rules } = workspace.catalog().catalog;
    const selectors = [...new Set(rules.map(({ concern }) => `${concern}/*`)), ...rules.map(({ id }) => id)];
    return wanted === 'rule' ? selectors : selectors.flatMap((selector) => LEVELS.map((level) => `${selector}=${level}`));
  } catch (error) {
    // While a layer file is wrong, there is nothing to complete.
    if (error instanceof LayerError || error instanceof UsageError) return [];
    throw error;
  }
}

function startingWith(current: string, words: readonly string[]): string[] {
  return words.filter((word) => word.startsWith(current));
}
