import yargs, { type Argv } from 'yargs';
import type { Command } from '../commands/command.js';

/** The options that a command line or one of its commands declares. */
interface DeclaredOptions {
  readonly names: readonly string[];
  /** Those that may be given several times. */
  readonly lists: readonly string[];
  /** Those that take no value. */
  readonly switches: readonly string[];
  /** The values of those that allow only some. */
  readonly choices: Readonly<Record<string, readonly string[]>>;
}

/** What yargs knows of its options; its types leave the method out. */
interface YargsOptions {
  readonly key: Readonly<Record<string, unknown>>;
  readonly array: readonly string[];
  readonly boolean: readonly string[];
  readonly choices: Readonly<Record<string, readonly string[]>>;
  readonly hiddenOptions: string[];
}

/** What has been declared so far. */
export function optionsOf(declared: Argv): DeclaredOptions {
  const { key, array, boolean, choices } = inYargs(declared);
  return { names: Object.keys(key), lists: array, switches: boolean, choices };
}

/** The same of a command alone, without the options that every command has; its positional arguments are left out. */
export function optionsOfCommand({ usage, declare }: Command<never>): DeclaredOptions {
  const own = optionsOf(declare(yargs() as Argv<never>));
  // The parser lists each option a second time without hyphens, and positional arguments among the options.
  const others = new Set(['help', 'version', ...placesOf(usage)]);
  return { ...own, names: own.names.filter((name) => !/[A-Z]/.test(name) && !others.has(name)) };
}

/** The names of the positional arguments in a command's usage. */
export function placesOf(usage: string): string[] {
  return [...usage.matchAll(/[<[](\w+)/g)].map(([, name]) => name as string);
}

/** Shows hidden options again: once an option is hidden for all commands, yargs has no other way to show it for one. */
export function showAgain(declared: Argv, names: readonly string[]): void {
  const { hiddenOptions } = inYargs(declared);
  for (const name of names) hiddenOptions.splice(hiddenOptions.indexOf(name), 1);
}

function inYargs(declared: Argv): YargsOptions {
  return (declared as unknown as { getOptions: () => YargsOptions }).getOptions();
}
